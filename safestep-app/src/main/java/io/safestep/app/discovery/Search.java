package io.safestep.app.discovery;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import org.hibernate.annotations.DynamicUpdate;

/** A search for devices. Its progress and a person's wish to stop are written at the same time, so only what changed is. */
@Entity
@DynamicUpdate
class Search {

    /** How it finds the addresses to look at. */
    enum Kind {
        /** All addresses of some blocks. */
        RANGE,
        /** From one device along its links. */
        WALK
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @Enumerated(EnumType.STRING)
    private Kind kind;

    /** Blocks, one a line. */
    private String ranges;

    private String exclusions;
    private Long startDeviceId;
    private int depth;
    /** In the order in which they are tried, with commas. */
    private String ports;

    private boolean everyPort;

    /** Ids in the order in which they are tried, with commas. */
    private String credentials;

    private long total;
    private long lookedAt;

    /** Of a range: this address and all before it have been looked at. */
    private Long lastAddress;

    private String fromHost;
    private String startedBy;
    private Instant startedAt;
    private Instant endedAt;
    private String stopRequestedBy;

    /** What was left out and why, one a line. */
    private String skipped;

    protected Search() {}

    /** @param everyPort whether every port is looked at, or only until a device is found */
    Search(
            Kind kind,
            List<Integer> ports,
            boolean everyPort,
            String credentials,
            String fromHost,
            String startedBy,
            Instant startedAt) {
        this.kind = kind;
        this.ranges = "";
        this.exclusions = "";
        this.ports = ports.stream().map(String::valueOf).collect(Collectors.joining(","));
        this.everyPort = everyPort;
        this.credentials = credentials;
        this.fromHost = fromHost;
        this.startedBy = startedBy;
        this.startedAt = startedAt;
        this.skipped = "";
    }

    void overRange(String allRanges, String allExclusions, long size) {
        ranges = allRanges;
        exclusions = allExclusions;
        total = size;
    }

    void walk(Long fromDeviceId, int toDepth) {
        startDeviceId = fromDeviceId;
        depth = toDepth;
        total = 1;
    }

    Long id() {
        return id;
    }

    Kind kind() {
        return kind;
    }

    String ranges() {
        return ranges;
    }

    String exclusions() {
        return exclusions;
    }

    Long startDeviceId() {
        return startDeviceId;
    }

    int depth() {
        return depth;
    }

    List<Integer> ports() {
        return Arrays.stream(ports.split(",")).map(Integer::valueOf).toList();
    }

    boolean everyPort() {
        return everyPort;
    }

    String credentials() {
        return credentials;
    }

    long total() {
        return total;
    }

    long lookedAt() {
        return lookedAt;
    }

    Long lastAddress() {
        return lastAddress;
    }

    void progress(long nowLookedAt, Long nowLastAddress) {
        lookedAt = nowLookedAt;
        lastAddress = nowLastAddress;
    }

    void progress(long nowLookedAt, long nowTotal) {
        lookedAt = nowLookedAt;
        total = nowTotal;
    }

    String fromHost() {
        return fromHost;
    }

    String startedBy() {
        return startedBy;
    }

    Instant startedAt() {
        return startedAt;
    }

    Instant endedAt() {
        return endedAt;
    }

    void end(Instant at, String whatWasSkipped) {
        endedAt = at;
        skipped = whatWasSkipped;
    }

    String stopRequestedBy() {
        return stopRequestedBy;
    }

    void stop(String person) {
        stopRequestedBy = person;
    }

    String skipped() {
        return skipped;
    }
}
