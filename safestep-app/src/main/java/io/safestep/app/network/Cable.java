package io.safestep.app.network;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;

/** A link between interfaces of two devices. */
@Entity
class Cable {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long oneDeviceId;
    private String oneInterface;
    private Long otherDeviceId;
    private String otherInterface;

    protected Cable() {}

    Cable(Long oneDeviceId, String oneInterface, Long otherDeviceId, String otherInterface) {
        this.oneDeviceId = oneDeviceId;
        this.oneInterface = oneInterface;
        this.otherDeviceId = otherDeviceId;
        this.otherInterface = otherInterface;
    }

    Long id() {
        return id;
    }

    Long oneDeviceId() {
        return oneDeviceId;
    }

    String oneInterface() {
        return oneInterface;
    }

    Long otherDeviceId() {
        return otherDeviceId;
    }

    String otherInterface() {
        return otherInterface;
    }

    boolean endsAt(Long deviceId, String name) {
        return oneDeviceId.equals(deviceId) && oneInterface.equals(name)
                || otherDeviceId.equals(deviceId) && otherInterface.equals(name);
    }
}
