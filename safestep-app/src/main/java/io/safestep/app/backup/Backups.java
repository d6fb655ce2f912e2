package io.safestep.app.backup;

import io.safestep.app.access.DeviceAccess;
import io.safestep.app.audit.AuditLog;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.device.Platforms;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.ConfigSyntaxException;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceSession;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Stored copies of configurations. The front door of this package. */
@Service
public class Backups {

    private final BackupRepository repository;
    private final ConfigContentRepository contents;
    private final Devices devices;
    private final DeviceAccess access;
    private final Platforms platforms;
    private final AuditLog audit;
    private final TransactionTemplate transaction;
    private final Clock clock;

    Backups(
            BackupRepository repository,
            ConfigContentRepository contents,
            Devices devices,
            DeviceAccess access,
            Platforms platforms,
            AuditLog audit,
            TransactionTemplate transaction,
            Clock clock) {
        this.repository = repository;
        this.contents = contents;
        this.devices = devices;
        this.access = access;
        this.platforms = platforms;
        this.audit = audit;
        this.transaction = transaction;
        this.clock = clock;
    }

    /**
     * A fresh backup.
     *
     * @param running what the device runs
     * @param saved startup is the same, as far as the device shows both
     */
    public record Taken(long runningId, String running, boolean saved) {}

    /**
     * Reads running and, where the device has one of its own, startup, stores both (volatile lines aside), and reads the stored texts back to compare their hashes. A text that can't
     * be read as a configuration never counts as a backup.
     *
     * @param changeNumber the change that it belongs to, or null
     * @throws DeviceException when the device can't be read
     */
    public Taken take(long deviceId, BackupCause cause, Integer changeNumber) throws DeviceException {
        Device device = devices.withId(deviceId);
        ConfigEngine engine = platforms.engine(device.platform());
        Map<BackupKind, String> texts = access.visit(deviceId, session -> {
            access.identify(deviceId, session);
            return read(session, engine);
        });
        for (String text : texts.values()) {
            refuseUnreadable(device, text);
        }
        Map<BackupKind, Long> ids = new EnumMap<>(BackupKind.class);
        transaction.executeWithoutResult(
                t -> texts.forEach((kind, text) -> ids.put(kind, store(deviceId, kind, cause, text, changeNumber))));
        ids.forEach((kind, id) -> {
            if (!texts.get(kind).equals(text(id))) {
                throw new IllegalStateException("The backup of " + device.name() + " was not stored as it was read.");
            }
        });
        noteComparison(deviceId, engine, texts);
        String running = texts.get(BackupKind.RUNNING);
        String startup = texts.get(BackupKind.STARTUP);
        return new Taken(ids.get(BackupKind.RUNNING), running, startup != null && same(engine, running, startup));
    }

    /** What was read tells whether the device is saved, and whether it is as it is expected to be. */
    private void noteComparison(long deviceId, ConfigEngine engine, Map<BackupKind, String> texts) {
        String running = texts.get(BackupKind.RUNNING);
        String startup = texts.get(BackupKind.STARTUP);
        Long baseline = devices.withId(deviceId).baselineBackupId();
        devices.backedUp(
                deviceId,
                startup == null ? null : !same(engine, running, startup),
                baseline == null ? null : same(engine, running, text(baseline)));
    }

    private static boolean same(ConfigEngine engine, String one, String other) {
        return one.equals(other) || engine.same(engine.read(one), engine.read(other));
    }

    private static Map<BackupKind, String> read(DeviceSession session, ConfigEngine engine) throws DeviceException {
        Map<BackupKind, String> texts = new EnumMap<>(BackupKind.class);
        texts.put(BackupKind.RUNNING, engine.withoutVolatileLines(session.readRunning()));
        try {
            texts.put(BackupKind.STARTUP, engine.withoutVolatileLines(session.readStartup()));
        } catch (DeviceException e) {
            // A device that can't show its startup configuration, or has none, is backed up without it.
            if (e.reason() != Reason.NOT_POSSIBLE) {
                throw e;
            }
        }
        return texts;
    }

    /** Takes a backup because a person asked; the first one of a device becomes its baseline. */
    public List<BackupView> takeByHand(String deviceName, String person) {
        Device device = devices.named(deviceName);
        try {
            Taken taken = take(device.id(), BackupCause.BY_HAND, null);
            transaction.executeWithoutResult(t -> {
                audit.write(person, deviceName, "backed up", "Running and startup, by hand.");
                if (device.baselineBackupId() == null) {
                    devices.acceptBaseline(device.id(), taken.runningId(), person, "The first backup of the device.");
                }
            });
        } catch (DeviceException e) {
            throw ProblemException.device(e.getMessage());
        }
        return of(deviceName);
    }

    private void refuseUnreadable(Device device, String text) throws DeviceException {
        try {
            platforms.engine(device.platform()).readShown(text);
        } catch (ConfigSyntaxException e) {
            throw new DeviceException(
                    Reason.SESSION_LOST,
                    device.name() + " showed a configuration that can't be read, line " + e.line() + ": "
                            + e.getMessage(),
                    e);
        }
    }

    private Long store(long deviceId, BackupKind kind, BackupCause cause, String text, Integer changeNumber) {
        String hash = hash(text);
        contents.keep(hash, text);
        return repository
                .save(new Backup(deviceId, kind, cause, clock.instant(), hash, changeNumber))
                .id();
    }

    private static String hash(String text) {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(digest);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java platform has SHA-256.", e);
        }
    }

    /** The text as it was read from the device, secrets in clear: not for views. */
    @Transactional(readOnly = true)
    public String text(long backupId) {
        Backup backup = repository.findById(backupId).orElseThrow(() -> ProblemException.notFound("This backup"));
        String text = contents.findById(backup.hash()).orElseThrow().text();
        if (!Objects.equals(hash(text), backup.hash())) {
            throw new IllegalStateException("Backup " + backupId + " no longer has the hash it was stored with.");
        }
        return text;
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
        return repository
                .findById(backupId)
                .orElseThrow(() -> ProblemException.notFound("The backup"))
                .deviceId();
    }

    /** When the backup was taken, UTC. */
    @Transactional(readOnly = true)
    public Instant takenAt(long backupId) {
        return repository.findById(backupId).orElseThrow().takenAt();
    }

    @Transactional(readOnly = true)
    public String hashOf(long backupId) {
        return repository.findById(backupId).orElseThrow().hash();
    }

    /** The text for people: secrets masked. */
    @Transactional(readOnly = true)
    public String maskedText(String deviceName, long backupId) {
        Device device = devices.named(deviceName);
        Backup backup = repository
                .findById(backupId)
                .filter(b -> b.deviceId().equals(device.id()))
                .orElseThrow(() -> ProblemException.notFound("This backup of " + deviceName));
        ConfigEngine engine = platforms.engine(device.platform());
        return engine.writeMasked(engine.read(text(backup.id())));
    }

    @Transactional(readOnly = true)
    public List<BackupView> of(String deviceName) {
        return repository.findByDeviceIdOrderByIdDesc(devices.named(deviceName).id(), Limit.of(200)).stream()
                .map(b -> new BackupView(
                        b.id(),
                        b.kind().name().toLowerCase(Locale.ROOT),
                        b.cause().name().toLowerCase(Locale.ROOT).replace('_', ' '),
                        b.takenAt(),
                        b.hash(),
                        b.changeNumber()))
                .toList();
    }

    /**
     * A line found in a configuration.
     *
     * @param line the line, secrets masked
     * @param number where it stands in the configuration as shown, counted from 1
     */
    public record Hit(String device, long backupId, int number, String line) {}

    /** Lines that hold the words in the newest running configuration of every device. */
    @Transactional(readOnly = true)
    public List<Hit> search(String words, int most) {
        List<Hit> hits = new ArrayList<>();
        String longest = Arrays.stream(words.strip().split("\\s+"))
                .max(Comparator.comparingInt(String::length))
                .orElse("");
        for (Backup backup : repository.newestHolding(longest)) {
            String device = devices.withId(backup.deviceId()).name();
            String[] lines = maskedText(device, backup.id()).split("\n");
            for (int i = 0; i < lines.length && hits.size() < most; i++) {
                if (lines[i].toLowerCase(Locale.ROOT).contains(words.toLowerCase(Locale.ROOT))) {
                    hits.add(new Hit(device, backup.id(), i + 1, lines[i].strip()));
                }
            }
        }
        return hits;
    }
}
