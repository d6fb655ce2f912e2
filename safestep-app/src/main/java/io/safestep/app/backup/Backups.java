package io.safestep.app.backup;

import io.safestep.app.access.DeviceAccess;
import io.safestep.app.access.DeviceAccess.Visited;
import io.safestep.app.access.DeviceVisits;
import io.safestep.app.audit.AuditLog;
import io.safestep.app.backup.DeviceReading.Read;
import io.safestep.app.backup.stored.Backup;
import io.safestep.app.backup.stored.BackupCause;
import io.safestep.app.backup.stored.BackupKind;
import io.safestep.app.backup.stored.BackupRepository;
import io.safestep.app.backup.stored.ConfigContents;
import io.safestep.app.backup.stored.DeviceText;
import io.safestep.app.backup.stored.NewestVersion;
import io.safestep.app.backup.stored.Occasion;
import io.safestep.app.backup.stored.StoredTrees;
import io.safestep.app.backup.stored.Versions;
import io.safestep.app.backup.stored.Versions.Stored;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.device.Standing;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Stored copies of configurations. The front door of this package. */
@Service
public class Backups {

    /** A marker is not trusted for ever: after this time a device is read whole again. */
    static final Duration MARKER_TRUSTED = Duration.ofHours(24);

    /** So many configurations are read at once. */
    public static final int MOST_AT_ONCE = 100;

    private final BackupRepository repository;
    private final ConfigContents contents;
    private final Versions versions;
    private final DeviceReading reading;
    private final Devices devices;
    private final DeviceAccess access;
    private final Platforms platforms;
    private final AuditLog audit;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private final StoredTrees trees;

    Backups(
            BackupRepository repository,
            ConfigContents contents,
            Versions versions,
            DeviceReading reading,
            StoredTrees trees,
            Devices devices,
            DeviceAccess access,
            Platforms platforms,
            AuditLog audit,
            ApplicationEventPublisher events,
            TransactionTemplate transaction,
            Clock clock) {
        this.repository = repository;
        this.contents = contents;
        this.versions = versions;
        this.reading = reading;
        this.trees = trees;
        this.devices = devices;
        this.access = access;
        this.platforms = platforms;
        this.audit = audit;
        this.events = events;
        this.transaction = transaction;
        this.clock = clock;
    }

    /**
     * A fresh backup.
     *
     * @param runningId the version that holds what the device runs; an earlier one when that has not changed
     * @param running what the device runs
     * @param hash SHA-256 of the version that holds it
     * @param isNew it was not known before
     * @param saved startup is the same, as far as the device shows both
     */
    public record Taken(long runningId, String running, String hash, boolean isNew, boolean saved) {}

    /**
     * Reads running, where the device has one of its own startup, and the files that the profile names; stores them
     * (volatile lines aside) as new versions, or confirms the last ones when they are the same; and reads the stored texts
     * back. What is not whole, or changed while it was read, never counts as a backup.
     *
     * @throws DeviceException when the device can't be read; that is noted on the device
     */
    public Taken take(long deviceId, Occasion occasion) throws DeviceException {
        return visit(deviceId, occasion).taken();
    }

    /** Like {@link #take(long, Occasion)}, by a way into the device that the caller has. */
    public Taken take(DeviceVisits visits, long deviceId, Occasion occasion) throws DeviceException {
        try {
            SeenOn seen = visits.visit(deviceId, (device, session) -> {
                access.identify(device, session);
                return new SeenOn(device, whole(device, session));
            });
            return keep(seen.device(), seen.seen(), null, occasion);
        } catch (DeviceException e) {
            fail(deviceId, e.getMessage());
            throw e;
        }
    }

    /** @param device as it was when the session began */
    private record SeenOn(Device device, Seen seen) {}

    /** @param device as it was before */
    private record VisitedFor(Device device, Taken taken) {}

    private VisitedFor visit(long deviceId, Occasion occasion) throws DeviceException {
        try {
            Visited<Seen> visited = access.read(deviceId, (device, session) -> {
                access.identify(device, session);
                return whole(device, session);
            });
            return new VisitedFor(
                    visited.device(), keep(visited.device(), visited.result(), visited.hostKey(), occasion));
        } catch (DeviceException e) {
            fail(deviceId, e.getMessage());
            throw e;
        }
    }

    /**
     * Like {@link #take}, but with one short read when the device says by its change marker that nothing has changed since
     * it was read whole, within the last 24 hours.
     *
     * @return empty when nothing has changed
     * @throws DeviceException when the device can't be read; that is noted on the device
     */
    public Optional<Taken> look(long deviceId, Occasion occasion) throws DeviceException {
        Instant trustedSince = clock.instant().minus(MARKER_TRUSTED);
        try {
            Visited<Optional<Seen>> visited = access.read(deviceId, (device, session) -> {
                boolean trusted = device.markerAt() != null && device.markerAt().isAfter(trustedSince);
                String marker = trusted ? reading.marker(session, platforms.profile(device.platform())) : null;
                boolean unchanged = marker != null && marker.equals(device.marker());
                return unchanged ? Optional.empty() : Optional.of(whole(device, session));
            });
            if (visited.result().isPresent()) {
                return Optional.of(keep(visited.device(), visited.result().get(), visited.hostKey(), occasion));
            }
            transaction.executeWithoutResult(t -> confirm(deviceId, visited.hostKey(), occasion));
            return Optional.empty();
        } catch (DeviceException e) {
            fail(deviceId, e.getMessage());
            throw e;
        }
    }

    private void fail(long deviceId, String problem) {
        transaction.executeWithoutResult(t -> {
            if (devices.backupFailed(deviceId, problem)) {
                events.publishEvent(new BackupFailed(deviceId, problem));
            }
        });
    }

    private void confirm(long deviceId, @Nullable String hostKey, Occasion occasion) {
        Standing standing = devices.confirmed(deviceId, hostKey);
        Optional<Long> running = versions.confirmConfigurations(deviceId);
        running.ifPresent(id -> events.publishEvent(new BackedUp(
                deviceId, id, false, standing.match(), standing.saved(), false, occasion, "", clock.instant())));
    }

    /** @param newest what was stored of the device when it was read */
    private record Seen(Read read, List<NewestVersion> newest) {}

    private Seen whole(Device device, DeviceSession session) throws DeviceException {
        List<NewestVersion> newest = versions.newest(device.id());
        Read read = reading.whole(
                session,
                device.name(),
                platforms.profile(device.platform()),
                platforms.engine(device.platform()),
                newest);
        return new Seen(read, newest);
    }

    /** @param hostKey what the device showed; null when that has been noted */
    private Taken keep(Device device, Seen seen, @Nullable String hostKey, Occasion occasion) {
        Read read = seen.read();
        return Versions.holding(read.all(), seen.newest())
                .flatMap(holding -> transaction.execute(t -> {
                    Optional<Taken> confirmed = confirm(device, read, holding, hostKey, occasion);
                    if (confirmed.isEmpty()) {
                        t.setRollbackOnly();
                    }
                    return confirmed;
                }))
                .orElseGet(() -> transaction.execute(t -> store(device.id(), read, hostKey, occasion)));
    }

    /**
     * Nothing has changed, which is what nearly every backup finds: written down with as few statements as it can be.
     *
     * @param holding what holds it, in the order of what was read
     * @return empty when somebody has stored a version, or moved the baseline, while the device was read
     */
    private Optional<Taken> confirm(
            Device device, Read read, List<NewestVersion> holding, @Nullable String hostKey, Occasion occasion) {
        NewestVersion running = holding.get(read.all().indexOf(read.running()));
        Standing before = device.standing();
        Match match = match(before.baselineBackupId(), read.running(), running.id(), occasion);
        boolean still = devices.backedUp(device.id(), before, hostKey, read.saved(), match, read.marker())
                && versions.confirm(holding, occasion.label());
        return still
                ? Optional.of(told(
                        device.id(), read, new Stored(running.id(), running.hash(), false), before, match, occasion))
                : Optional.empty();
    }

    private Taken store(long deviceId, Read read, @Nullable String hostKey, Occasion occasion) {
        Standing before = devices.lock(deviceId);
        List<DeviceText> texts = read.all();
        Stored stored =
                versions.store(deviceId, texts, occasion, read.loggedIn()).get(texts.indexOf(read.running()));
        Match match = match(before.baselineBackupId(), read.running(), stored.id(), occasion);
        devices.backedUp(deviceId, before, hostKey, read.saved(), match, read.marker());
        return told(deviceId, read, stored, before, match, occasion);
    }

    /** Whoever has to know of it is told. */
    private Taken told(long deviceId, Read read, Stored running, Standing before, Match match, Occasion occasion) {
        Saved saved = read.saved();
        events.publishEvent(new BackedUp(
                deviceId,
                running.id(),
                running.isNew(),
                match,
                saved,
                saved == Saved.UNSAVED && before.saved() != Saved.UNSAVED,
                occasion,
                read.loggedIn(),
                clock.instant()));
        return new Taken(running.id(), read.running().text(), running.hash(), running.isNew(), saved == Saved.SAVED);
    }

    /** After a change, the device is compared with what the change says that it should hold, by whoever knows that. */
    private Match match(Long baseline, DeviceText running, long version, Occasion occasion) {
        return baseline == null || occasion.cause() == BackupCause.AFTER_CHANGE
                ? Match.NOT_KNOWN
                : Match.of(baseline == version || running.isSameAs(text(baseline)));
    }

    /**
     * Stores what a device should hold, where that was not read from it as a whole.
     *
     * @return the id by which it can be made the baseline
     */
    @Transactional
    public long expect(long deviceId, ConfigTree tree, int changeNumber) {
        ConfigEngine engine = platforms.engine(devices.withId(deviceId).platform());
        devices.lock(deviceId);
        return versions.store(
                        deviceId,
                        List.of(new DeviceText(BackupKind.EXPECTED, null, engine.write(tree), engine)),
                        Occasion.ofChange(BackupCause.EXPECTED, changeNumber),
                        "")
                .get(0)
                .id();
    }

    /**
     * Takes a backup because a person asked; the first one of a device becomes its baseline.
     *
     * @param label a name for it; empty for none
     */
    public Taken takeByHand(String deviceName, String person, String label) {
        return takeFor(devices.named(deviceName).id(), Occasion.byHand(person, label), "By hand.", true);
    }

    /** Like {@link #takeByHand}, for one of many: the record has the round, and what is new. */
    Taken takeInRound(long deviceId, String person, String label) {
        return takeFor(deviceId, Occasion.byHand(person, label), "By hand.", false);
    }

    /** Takes a backup because it is time to. */
    Taken takeRegularly(long deviceId) {
        return takeFor(deviceId, Occasion.of(BackupCause.SCHEDULED), "Regularly.", false);
    }

    /** @throws ProblemException when the device can't be read */
    private Taken takeFor(long deviceId, Occasion occasion, String why, boolean always) {
        try {
            VisitedFor visited = visit(deviceId, occasion);
            Device device = visited.device();
            Taken taken = visited.taken();
            // What is done on many devices and brings nothing new would bury what people look for in the record.
            boolean recorded = taken.isNew() || always;
            if (!recorded && device.baselineBackupId() != null) {
                return taken;
            }
            transaction.executeWithoutResult(t -> {
                if (recorded) {
                    audit.write(
                            occasion.person(),
                            device.name(),
                            "backed up",
                            why + (taken.isNew() ? " A new version." : " Nothing has changed since the last version."));
                }
                acceptFirst(deviceId, taken.runningId(), occasion.person());
            });
            return taken;
        } catch (DeviceException e) {
            throw ProblemException.device(e.getMessage());
        }
    }

    private void acceptFirst(long deviceId, long runningId, String person) {
        if (devices.standing(deviceId).baselineBackupId() == null) {
            devices.acceptBaseline(deviceId, runningId, true, person, "The first backup of the device.");
        }
    }

    /** The text as it was read from the device, secrets in clear: not for views. */
    @Transactional(readOnly = true)
    public String text(long backupId) {
        return contents.text(existing(backupId).hash());
    }

    /** The configuration as it was read. */
    public ConfigTree tree(long backupId) {
        return trees.read(backupId);
    }

    /** The same, for someone who looks at it again and again: those that were used last are kept in memory. */
    public ConfigTree keptTree(long backupId) {
        return trees.kept(backupId);
    }

    /**
     * Reads many at once that are asked for right afterwards: with all processors, and the database asked once. What can't
     * be read is left to {@link #keptTree}, which says why.
     *
     * @param backupIds at most {@link #MOST_AT_ONCE}: of more, the first would be forgotten before they are asked for
     */
    public void prepareTrees(Collection<Long> backupIds) {
        trees.prepare(backupIds);
    }

    /** Whether one more configuration can be kept in memory without forgetting another. */
    public boolean hasRoomForTrees() {
        return trees.haveRoom();
    }

    private Backup existing(long backupId) {
        return repository.findById(backupId).orElseThrow(() -> ProblemException.notFound("This backup"));
    }

    /**
     * The newest backup of what a device runs.
     *
     * @param takenAt UTC
     * @param hash SHA-256 of its text
     */
    public record RunningCopy(long deviceId, long backupId, Instant takenAt, String hash) {}

    /** One for each device that has a backup. */
    @Transactional(readOnly = true)
    public List<RunningCopy> newestRunning() {
        return repository.newestRunning().stream()
                .map(b -> new RunningCopy(b.deviceId(), b.id(), b.takenAt(), b.hash()))
                .toList();
    }

    /** The newest version of what a device runs; empty while there is none. */
    @Transactional(readOnly = true)
    public Optional<Long> newestRunning(long deviceId) {
        return repository
                .findFirstByDeviceIdAndKindOrderByTakenAtDescIdDesc(deviceId, BackupKind.RUNNING)
                .map(Backup::id);
    }

    /** The newest version of what a device starts with; empty while there is none. */
    @Transactional(readOnly = true)
    public Optional<Long> newestStartup(long deviceId) {
        return repository
                .findFirstByDeviceIdAndKindOrderByTakenAtDescIdDesc(deviceId, BackupKind.STARTUP)
                .map(Backup::id);
    }

    /**
     * What a device ran at a moment, as far as is known.
     *
     * @param at UTC
     * @return the version that was found last by then; empty when the first was found later
     */
    @Transactional(readOnly = true)
    public Optional<Long> runningAt(long deviceId, Instant at) {
        return repository
                .findFirstByDeviceIdAndKindAndTakenAtLessThanEqualOrderByTakenAtDescIdDesc(
                        deviceId, BackupKind.RUNNING, at)
                .map(Backup::id);
    }

    /** What differs between two versions of a device, in one line. */
    @Transactional(readOnly = true)
    public String summary(long fromId, long toId) {
        return platforms
                .engine(devices.withId(existing(fromId).deviceId()).platform())
                .summary(tree(fromId), tree(toId))
                .inWords();
    }

    @Transactional(readOnly = true)
    public boolean belongsTo(long backupId, long deviceId) {
        return repository
                .findById(backupId)
                .filter(b -> b.deviceId() == deviceId)
                .isPresent();
    }

    /** The id of the device of which the backup is. */
    @Transactional(readOnly = true)
    public long deviceOf(long backupId) {
        return existing(backupId).deviceId();
    }

    /** When the backup was taken, UTC. */
    @Transactional(readOnly = true)
    public Instant takenAt(long backupId) {
        return existing(backupId).takenAt();
    }

    /** The hash of the text by the id of the backup; those that are gone are missing. */
    @Transactional(readOnly = true)
    public Map<Long, String> hashesOf(Collection<Long> backupIds) {
        return repository.hashesOf(backupIds).stream()
                .collect(Collectors.toMap(BackupRepository.Hash::id, BackupRepository.Hash::hash));
    }
}
