package io.safestep.app.device;

import io.safestep.app.device.record.Box;
import io.safestep.app.device.record.DeviceRole;
import io.safestep.app.device.record.Reach;
import io.safestep.app.device.record.Stance;
import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;
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
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;

/**
 * A device as it is stored. Only what changed is written: sessions and people change it at the same time. What belongs
 * together and is written together is one part: a part is always written as a whole.
 *
 * <p>Public for the entities that refer to it. Everybody else is given a {@link Device}.
 */
@Entity
@Table(name = "device")
@DynamicUpdate
public class StoredDevice {

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
    private @Nullable StoredDevice partner;

    @ElementCollection
    @CollectionTable(name = "device_label", joinColumns = @JoinColumn(name = "device_id"))
    @Column(name = "label")
    private Set<String> labels = new TreeSet<>();

    private Instant addedAt;

    // Each part is null where all of it is.

    @Embedded
    private @Nullable Reach reach;

    @Embedded
    private @Nullable Box box;

    private @Nullable String hostKey;

    @Embedded
    private @Nullable OfferedKey offered;

    private @Nullable Instant lastSeenAt;
    private @Nullable String lastProblem;

    @Embedded
    private @Nullable BackupFailure backupFailure;

    @Embedded
    private @Nullable HeldBaseline held;

    private @Nullable Instant matchedAt;

    @Embedded
    private @Nullable LastRead read;

    protected StoredDevice() {}

    StoredDevice(String name, String address, Site site, DeviceRole role, String platform, Instant addedAt) {
        this.name = name;
        this.address = address;
        this.site = site;
        this.role = role;
        this.platform = platform;
        this.stance = Stance.OBSERVE;
        this.addedAt = addedAt;
    }

    /** The device as it stands now. */
    public Device snapshot() {
        Box known = box();
        LastRead last = read == null ? LastRead.NEVER : read;
        return new Device(
                id,
                name,
                address,
                site.entry(),
                role,
                platform,
                stance,
                partner == null ? null : new Device.Partner(partner.id(), partner.name()),
                Set.copyOf(labels),
                reach(),
                known,
                hostKey,
                offeredHostKey(),
                new Device.Reading(
                        new Standing(baselineBackupId(), match(), Saved.unless(last.unsaved())),
                        last.backedUpAt(),
                        matchedAt,
                        last.marker(),
                        last.markerAt()));
    }

    Long id() {
        return id;
    }

    String name() {
        return name;
    }

    String address() {
        return address;
    }

    Reach reach() {
        return reach == null ? Reach.AS_PROFILE : reach;
    }

    void reachBy(Reach wanted) {
        reach = wanted;
    }

    Site site() {
        return site;
    }

    DeviceRole role() {
        return role;
    }

    String platform() {
        return platform;
    }

    Stance stance() {
        return stance;
    }

    void take(Stance newStance) {
        stance = newStance;
    }

    void pairWith(StoredDevice other) {
        part();
        other.part();
        standBeside(other);
        other.standBeside(this);
    }

    void part() {
        if (partner != null) {
            partner.standBeside(null);
            standBeside(null);
        }
    }

    /** By methods alone: the other half may be at hand as a stand-in that loads itself when it is called. */
    void standBeside(@Nullable StoredDevice other) {
        partner = other;
    }

    @Nullable
    String offeredHostKey() {
        return offered == null ? null : offered.offeredHostKey();
    }

    void offer(String otherHostKey, Instant at) {
        offered = new OfferedKey(otherHostKey, at);
    }

    /** A person has decided about the key that was offered. */
    void decideHostKey(boolean accept) {
        if (accept) {
            hostKey = offeredHostKey();
        }
        offered = null;
        lastProblem = null;
    }

    Box box() {
        return box == null ? Box.UNKNOWN : box;
    }

    /** Takes what the device says of itself. Another serial number than the one on record is noted, not taken. */
    void identify(DeviceIdentity identity) {
        box = box().shownAs(identity);
    }

    /** A person says that another box stands there now. */
    void acceptSeenSerial() {
        box = box().asSeen();
    }

    @Nullable
    Instant backupFailedAt() {
        return backupFailure == null ? null : backupFailure.backupFailedAt();
    }

    void backupFailed(String problem, Instant at) {
        backupFailure = new BackupFailure(at, problem);
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

    @Nullable
    Long baselineBackupId() {
        return held == null ? null : held.baselineBackupId();
    }

    Match match() {
        return Match.of(held == null ? null : held.matches());
    }

    /** @param nowMatches whether the device was found to hold it */
    void accept(Long backupId, boolean nowMatches, Instant at) {
        held = new HeldBaseline(backupId, nowMatches);
        if (nowMatches) {
            matchedAt = at;
        }
    }

    @Nullable
    Instant lastSeenAt() {
        return lastSeenAt;
    }

    @Nullable
    String lastProblem() {
        return lastProblem;
    }

    void seen(Instant at, String shownHostKey) {
        lastSeenAt = at;
        lastProblem = null;
        hostKey = Objects.requireNonNullElse(hostKey, shownHostKey);
    }

    void failed(String problem) {
        lastProblem = problem;
    }
}
