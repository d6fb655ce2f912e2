package io.safestep.app.device;

import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;
import io.safestep.core.inventory.DeviceTraits;
import io.safestep.core.platform.reading.DeviceIdentity;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Embedded;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;

/** A box in the network. Only what changed is written: sessions and people change it at the same time. */
@Entity
@DynamicUpdate
public class Device {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String address;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Site site;

    @Enumerated(EnumType.STRING)
    private DeviceRole role;

    private String platform;

    @Enumerated(EnumType.STRING)
    private Stance stance;

    @ManyToOne(fetch = FetchType.LAZY)
    private Device partner;

    private String model;
    private String serial;
    private String software;

    /** The serial number that was seen last, when it is not the one on record. */
    private String seenSerial;

    private String hostKey;
    private String offeredHostKey;
    private Instant offeredHostKeyAt;
    private Long baselineBackupId;
    private Instant lastSeenAt;
    private String lastProblem;
    private @Nullable Boolean unsaved;
    private @Nullable Boolean matches;
    private Instant backedUpAt;
    private Instant backupFailedAt;
    private String backupProblem;
    private Instant matchedAt;
    private String marker;
    private Instant markerAt;
    private Instant addedAt;

    /** Null where all of it is null. */
    @Embedded
    private Reach reach;

    @ElementCollection
    @CollectionTable(name = "device_label", joinColumns = @JoinColumn(name = "device_id"))
    @Column(name = "label")
    private Set<String> labels = new TreeSet<>();

    protected Device() {}

    Device(String name, String address, Site site, DeviceRole role, String platform, Instant addedAt) {
        this.name = name;
        this.address = address;
        this.site = site;
        this.role = role;
        this.platform = platform;
        this.stance = Stance.OBSERVE;
        this.addedAt = addedAt;
    }

    /** What the rules of groups look at. */
    public DeviceTraits traits() {
        return new DeviceTraits(name, site.name(), role.name().toLowerCase(Locale.ROOT), platform, Set.copyOf(labels));
    }

    public Long id() {
        return id;
    }

    public String name() {
        return name;
    }

    public String address() {
        return address;
    }

    /** What is said for it about the way into it. */
    public Reach reach() {
        return reach == null ? Reach.AS_PROFILE : reach;
    }

    void reachBy(Reach wanted) {
        reach = wanted;
    }

    Long siteId() {
        return site.id();
    }

    Site site() {
        return site;
    }

    public String siteCode() {
        return site.code();
    }

    public String siteName() {
        return site.name();
    }

    public DeviceRole role() {
        return role;
    }

    public String platform() {
        return platform;
    }

    public Stance stance() {
        return stance;
    }

    void take(Stance newStance) {
        stance = newStance;
    }

    public Device partner() {
        return partner;
    }

    void pairWith(Device other) {
        part();
        other.part();
        partner = other;
        other.partner = this;
    }

    /** The host key that is trusted, in the form {@code type base64}; null before the first session. */
    public String hostKey() {
        return hostKey;
    }

    /** Another host key that the device has shown; while there is one, nobody connects. Null when there is none. */
    public String offeredHostKey() {
        return offeredHostKey;
    }

    Instant offeredHostKeyAt() {
        return offeredHostKeyAt;
    }

    void offer(String otherHostKey, Instant at) {
        offeredHostKey = otherHostKey;
        offeredHostKeyAt = at;
    }

    /** A person has decided about the key that was offered. */
    void decideHostKey(boolean accept) {
        if (accept) {
            hostKey = offeredHostKey;
        }
        offeredHostKey = null;
        offeredHostKeyAt = null;
        lastProblem = null;
    }

    String model() {
        return model;
    }

    public String serial() {
        return serial;
    }

    String software() {
        return software;
    }

    /** A serial number other than the one on record; null while none was seen. */
    public String seenSerial() {
        return seenSerial;
    }

    /** Takes what the device says of itself. Another serial number than the one on record is noted, not taken. */
    void identify(DeviceIdentity identity) {
        boolean other = serial != null && identity.serial() != null && !serial.equals(identity.serial());
        seenSerial = other ? identity.serial() : null;
        if (!other) {
            model = identity.model();
            serial = identity.serial() == null ? serial : identity.serial();
            software = identity.software();
        }
    }

    /** Whether nothing else than what is on record would come of identifying it. */
    public boolean isKnownAs(DeviceIdentity identity) {
        return seenSerial == null
                && Objects.equals(serial, identity.serial())
                && Objects.equals(model, identity.model())
                && Objects.equals(software, identity.software());
    }

    /** A person says that another box stands there now. */
    void acceptSeenSerial() {
        serial = seenSerial;
        seenSerial = null;
    }

    /** Whether running and startup were the same when last read. */
    public Saved saved() {
        return Saved.unless(unsaved);
    }

    Instant backupFailedAt() {
        return backupFailedAt;
    }

    void backupFailed(String problem, Instant at) {
        backupFailedAt = at;
        backupProblem = problem;
    }

    /** What the device said when it was read; the same as long as nothing changes. Null when it says nothing of the kind. */
    public String marker() {
        return marker;
    }

    /** When the device was read with that marker, UTC; null without one. */
    public Instant markerAt() {
        return markerAt;
    }

    /** When it was last read or said that nothing has changed, UTC; null when it never was. */
    public Instant backedUpAt() {
        return backedUpAt;
    }

    /** When it was last seen to hold its baseline, UTC; null when it never was. */
    public Instant matchedAt() {
        return matchedAt;
    }

    /** Whether running was the same as the baseline when last read. */
    public Match match() {
        return Match.of(matches);
    }

    /** How it stood when it was read last. */
    public Standing standing() {
        return new Standing(baselineBackupId, match(), saved());
    }

    public Set<String> labels() {
        return Set.copyOf(labels);
    }

    void record(String newAddress, Site newSite, DeviceRole newRole, String newPlatform, Set<String> newLabels) {
        address = newAddress;
        site = newSite;
        role = newRole;
        platform = newPlatform;
        if (!labels.equals(newLabels)) {
            labels.clear();
            labels.addAll(newLabels);
        }
    }

    void part() {
        if (partner != null) {
            partner.partner = null;
            partner = null;
        }
    }

    /** The backup that Safe Step expects to find on the device, or null while there is none. */
    public Long baselineBackupId() {
        return baselineBackupId;
    }

    /** @param nowMatches whether the device was found to hold it */
    void accept(Long backupId, boolean nowMatches, Instant at) {
        baselineBackupId = backupId;
        matches = nowMatches;
        if (nowMatches) {
            matchedAt = at;
        }
    }

    Instant lastSeenAt() {
        return lastSeenAt;
    }

    String lastProblem() {
        return lastProblem;
    }

    void seen(Instant at, String shownHostKey) {
        lastSeenAt = at;
        lastProblem = null;
        if (hostKey == null) {
            hostKey = shownHostKey;
        }
    }

    void failed(String problem) {
        lastProblem = problem;
    }
}
