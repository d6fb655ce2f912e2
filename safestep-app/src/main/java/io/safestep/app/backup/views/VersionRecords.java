package io.safestep.app.backup.views;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.backup.stored.Backup;
import io.safestep.app.backup.stored.BackupKind;
import io.safestep.app.backup.stored.BackupRepository;
import io.safestep.app.backup.stored.ConfigContents;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The versions of devices as people see them: listed, named, marked as reference, compared. Secrets are masked. */
@Component
public class VersionRecords {

    private static final int MOST_LISTED = 200;

    private final BackupRepository repository;
    private final ConfigContents contents;
    private final Devices devices;
    private final Platforms platforms;
    private final AuditLog audit;
    private final Clock clock;

    VersionRecords(
            BackupRepository repository,
            ConfigContents contents,
            Devices devices,
            Platforms platforms,
            AuditLog audit,
            Clock clock) {
        this.repository = repository;
        this.contents = contents;
        this.devices = devices;
        this.platforms = platforms;
        this.audit = audit;
        this.clock = clock;
    }

    private Backup existing(long backupId) {
        return repository.findById(backupId).orElseThrow(() -> ProblemException.notFound("This backup"));
    }

    /** The text for people: secrets masked. */
    @Transactional(readOnly = true)
    public String maskedText(String deviceName, long backupId) {
        Backup backup = ofDevice(devices.named(deviceName), backupId);
        ConfigEngine engine = engineOf(backup);
        return engine.writeMasked(engine.read(contents.text(backup.hash())));
    }

    private Backup ofDevice(Device device, long backupId) {
        return repository
                .findById(backupId)
                .filter(b -> b.deviceId().equals(device.id()))
                .orElseThrow(() -> ProblemException.notFound("This backup of " + device.name()));
    }

    private ConfigEngine engineOf(Backup backup) {
        return backup.kind() == BackupKind.FILE
                ? ConfigEngine.ofPlainText()
                : platforms.engine(devices.withId(backup.deviceId()).platform());
    }

    /** The newest 200 of a device, newest first, and its reference however old it is. */
    @Transactional(readOnly = true)
    public List<BackupView> of(String deviceName) {
        Device device = devices.named(deviceName);
        List<Backup> newest = repository.findByDeviceIdAndKindNotOrderByTakenAtDescIdDesc(
                device.id(), BackupKind.EXPECTED, Limit.of(MOST_LISTED));
        Stream<Backup> old = repository
                .findByDeviceIdAndReferenceReasonIsNotNull(device.id())
                .filter(r -> newest.stream().noneMatch(b -> b.id().equals(r.id())))
                .stream();
        return Stream.concat(newest.stream(), old)
                .map(b -> BackupView.of(b, device.baselineBackupId()))
                .toList();
    }

    /** Gives a version a name; an empty one takes it away. */
    @Transactional
    public void label(String deviceName, long backupId, String label, String person) {
        ofDevice(devices.named(deviceName), backupId).label(label.strip());
        audit.write(
                person,
                deviceName,
                "backup named",
                "Backup " + backupId
                        + (label.isBlank() ? " has no name any more." : " is called " + label.strip() + "."));
    }

    /** Makes a version the reference of its device, in the place of the one before. */
    @Transactional
    public void makeReference(String deviceName, long backupId, String reason, String person) {
        Device device = devices.named(deviceName);
        Backup backup = ofDevice(device, backupId);
        if (backup.kind() != BackupKind.RUNNING) {
            throw ProblemException.refused("Only what a device runs can be its reference, not its startup or a file.");
        }
        repository.findByDeviceIdAndReferenceReasonIsNotNull(device.id()).ifPresent(Backup::endReference);
        repository.flush();
        backup.makeReference(reason.strip(), person, clock.instant());
        audit.write(person, deviceName, "reference set", "Backup " + backupId + ". " + reason.strip());
    }

    @Transactional
    public void endReference(String deviceName, long backupId, String person) {
        Backup backup = ofDevice(devices.named(deviceName), backupId);
        if (backup.referenceReason() == null) {
            throw ProblemException.moved("Backup " + backupId + " is not the reference any more. Load the page again.");
        }
        backup.endReference();
        audit.write(person, deviceName, "reference ended", "Backup " + backupId + ".");
    }

    /**
     * What differs between two versions, also of two devices of one platform.
     *
     * @throws ProblemException when they are written in different languages
     */
    @Transactional(readOnly = true)
    public DifferenceView difference(long fromId, long toId) {
        Backup from = existing(fromId);
        Backup to = existing(toId);
        Device fromDevice = devices.withId(from.deviceId());
        Device toDevice = devices.withId(to.deviceId());
        boolean file = from.kind() == BackupKind.FILE;
        if (file != (to.kind() == BackupKind.FILE) || !fromDevice.platform().equals(toDevice.platform())) {
            throw differentLanguages(fromDevice, toDevice);
        }
        ConfigEngine engine = engineOf(from);
        Map<String, String> texts = contents.texts(Set.of(from.hash(), to.hash()));
        ConfigTree before = engine.numbered(engine.read(Objects.requireNonNull(texts.get(from.hash()))));
        ConfigTree after = engine.numbered(engine.read(Objects.requireNonNull(texts.get(to.hash()))));
        return new DifferenceView(
                fromDevice.name(),
                BackupView.of(from, fromDevice.baselineBackupId()),
                toDevice.name(),
                BackupView.of(to, toDevice.baselineBackupId()),
                engine.summary(before, after).inWords(),
                engine.rows(before, after).stream().map(DifferenceRowView::of).toList());
    }

    private static ProblemException differentLanguages(Device from, Device to) {
        return ProblemException.refused(from.name() + " and " + to.name()
                + " write their configurations in different languages (" + from.platform() + ", " + to.platform()
                + "), so that they can't be compared.");
    }

    /**
     * What differs between a version and what a device would hold.
     *
     * @param device which would hold it
     * @param outcome what it would hold
     * @throws ProblemException when they are written in different languages
     */
    @Transactional(readOnly = true)
    public OutcomeDifferenceView difference(long fromId, Device device, ConfigTree outcome) {
        Backup from = existing(fromId);
        Device fromDevice = devices.withId(from.deviceId());
        if (from.kind() == BackupKind.FILE) {
            throw ProblemException.refused(
                    "A file that lies beside a configuration can't be compared with what a change"
                            + " leaves. Choose a configuration.");
        }
        if (!fromDevice.platform().equals(device.platform())) {
            throw differentLanguages(fromDevice, device);
        }
        ConfigEngine engine = engineOf(from);
        String text = Objects.requireNonNull(contents.texts(Set.of(from.hash())).get(from.hash()));
        ConfigTree before = engine.numbered(engine.read(text));
        ConfigTree after = engine.numbered(outcome);
        return new OutcomeDifferenceView(
                fromDevice.name(),
                BackupView.of(from, fromDevice.baselineBackupId()),
                device.name(),
                engine.summary(before, after).inWords(),
                engine.rows(before, after).stream().map(DifferenceRowView::of).toList());
    }
}
