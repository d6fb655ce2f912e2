package io.safestep.app.check.services;

import io.safestep.core.check.definition.Severity;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Embeddable;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderColumn;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** A flow that has a name: devices at some sites reach an address. */
@Entity
class NetworkService {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String description;
    private String address;

    /** TCP port; null for a ping. */
    private Integer port;

    @Enumerated(EnumType.STRING)
    private Severity severity;

    private int settleSeconds;

    /** Whose it is; null for nobody's. */
    private Long teamId;

    private int version;

    @ElementCollection
    @CollectionTable(name = "network_service_end", joinColumns = @JoinColumn(name = "service_id"))
    @OrderColumn(name = "position")
    private List<End> ends = new ArrayList<>();

    /**
     * A device that looks.
     *
     * @param source the address of its own from which it asks; null for the one that it would choose
     */
    @Embeddable
    record End(Long deviceId, @Nullable String source) {}

    protected NetworkService() {}

    NetworkService(String name) {
        this.name = name;
    }

    void describe(ServiceRequest wanted, List<End> newEnds) {
        name = wanted.name().strip();
        description = wanted.description().strip();
        address = wanted.address().strip();
        port = wanted.port();
        severity = wanted.severity();
        settleSeconds = wanted.settleSeconds();
        teamId = wanted.team();
        ends.clear();
        ends.addAll(newEnds);
        version++;
    }

    Long id() {
        return id;
    }

    String name() {
        return name;
    }

    String description() {
        return description;
    }

    String address() {
        return address;
    }

    Integer port() {
        return port;
    }

    Severity severity() {
        return severity;
    }

    int settleSeconds() {
        return settleSeconds;
    }

    @Nullable
    Long teamId() {
        return teamId;
    }

    int version() {
        return version;
    }

    List<End> ends() {
        return List.copyOf(ends);
    }
}
