package io.safestep.app.discovery;

import io.safestep.core.platform.reading.DeviceIdentity;
import io.safestep.core.platform.reading.LinkReading.Heard;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.Mutability;
import org.hibernate.type.SqlTypes;
import org.hibernate.type.descriptor.java.Immutability;

/** What a search found at one address. */
@Entity
class SearchResult {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long searchId;
    private String address;

    /** Which of the things found at its address, from 0. */
    private int nth;

    /** On which something answered; null when nothing did. */
    private Integer port;

    private int depth;

    @Enumerated(EnumType.STRING)
    private ResultState state;

    private String words;

    /** The device that it is, or that was expected there. */
    private Long deviceId;

    private Long credentialId;
    private String platform;
    private String maker;
    private String name;
    private String model;
    private String serial;
    private String software;
    private String hostKey;

    /** What it hears at its cables, as JSON. */
    @JdbcTypeCode(SqlTypes.JSON)
    @Mutability(Immutability.class)
    private List<Heard> links;

    private Instant foundAt;

    protected SearchResult() {}

    SearchResult(Long searchId, String address, int depth, Instant foundAt) {
        this.searchId = searchId;
        this.address = address;
        this.depth = depth;
        this.state = ResultState.WAITING;
        this.words = "";
        this.links = List.of();
        this.foundAt = foundAt;
    }

    Long id() {
        return id;
    }

    String address() {
        return address;
    }

    int nth() {
        return nth;
    }

    Integer port() {
        return port;
    }

    int depth() {
        return depth;
    }

    ResultState state() {
        return state;
    }

    void become(ResultState newState, String newWords, Long ofDeviceId) {
        state = newState;
        words = newWords;
        deviceId = ofDeviceId;
    }

    String words() {
        return words;
    }

    Long deviceId() {
        return deviceId;
    }

    Long credentialId() {
        return credentialId;
    }

    String platform() {
        return platform;
    }

    DeviceIdentity identity() {
        return maker == null ? null : new DeviceIdentity(maker, name, model, serial, software);
    }

    String hostKey() {
        return hostKey;
    }

    List<Heard> links() {
        return links;
    }
}
