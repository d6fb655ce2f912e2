package io.safestep.app.network;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import org.jspecify.annotations.Nullable;

/** A machine at the edge, or a device that somebody else looks after, at the other end of a cable. */
@Entity
class NeighbouringMachine {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private Long deviceId;

    @Column(name = "interface")
    private String interfaceName;

    private String address;
    private String gateway;

    protected NeighbouringMachine() {}

    NeighbouringMachine(
            String name, Long deviceId, String interfaceName, @Nullable String address, @Nullable String gateway) {
        this.name = name;
        this.deviceId = deviceId;
        this.interfaceName = interfaceName;
        this.address = address;
        this.gateway = gateway;
    }

    String name() {
        return name;
    }

    Long deviceId() {
        return deviceId;
    }

    String interfaceName() {
        return interfaceName;
    }

    /** With its prefix length; null when it is not known. */
    String address() {
        return address;
    }

    String gateway() {
        return gateway;
    }
}
