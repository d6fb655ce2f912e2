package io.safestep.app.run;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.backup.BackupCause;
import io.safestep.app.backup.Backups;
import io.safestep.app.backup.Occasion;
import io.safestep.app.device.Devices;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.ConfigTree;
import io.safestep.core.config.ScriptRefusedException;
import io.safestep.drivers.DeviceException;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** The backups before and after a change. */
@Component
class BackupPhases {

    private final Backups backups;
    private final Devices devices;
    private final RunJournal journal;
    private final TransactionTemplate transaction;

    BackupPhases(Backups backups, Devices devices, RunJournal journal, TransactionTemplate transaction) {
        this.backups = backups;
        this.devices = devices;
        this.journal = journal;
        this.transaction = transaction;
    }

    /** Backs up, then looks whether the ground that the script touches is as the approvers saw it (law 4). */
    PhaseResult before(DeviceWork work) throws DeviceException {
        Backups.Taken taken =
                backups.take(work.deviceId(), Occasion.ofChange(BackupCause.BEFORE_CHANGE, work.changeNumber()));
        journal.backedUp(work.runDeviceId(), taken.runningId());
        ConfigEngine engine = work.engine();
        ConfigTree current = engine.read(taken.running());
        List<String> moved = engine.touchedDifferences(work.approved(), current, work.script());
        if (!moved.isEmpty()) {
            return PhaseResult.failed(
                    "changed since it was approved: " + String.join(", ", moved) + "; nothing was written");
        }
        if (work.restoresStartup() && !taken.saved()) {
            return PhaseResult.failed("running and startup differ, so that taking startup back would lose what is not"
                    + " saved; save the device first; nothing was written");
        }
        int elsewhere = engine.compare(work.approved(), current).size();
        if (elsewhere > 0) {
            journal.note(
                    work.runId(),
                    work.runDeviceId(),
                    "differs from its baseline in " + elsewhere + " places that this change does not touch");
        }
        return PhaseResult.done("backup " + briefHash(taken.runningId()));
    }

    /**
     * Backs up once more. What is found becomes the baseline, unless the device differs elsewhere, which nobody has decided
     * about: then the baseline is what it was before with this change in it, and the rest stays a difference.
     */
    PhaseResult after(DeviceWork work) throws DeviceException {
        Backups.Taken taken =
                backups.take(work.deviceId(), Occasion.ofChange(BackupCause.AFTER_CHANGE, work.changeNumber()));
        journal.backedUpAfter(work.runDeviceId(), taken.runningId());
        transaction.executeWithoutResult(t -> moveBaseline(work, taken));
        return PhaseResult.done("backup " + briefHash(taken.runningId()));
    }

    private void moveBaseline(DeviceWork work, Backups.Taken taken) {
        ConfigEngine engine = work.engine();
        ConfigTree found = engine.read(taken.running());
        ConfigTree expected = expected(work).orElse(found);
        boolean matches = engine.same(expected, found);
        devices.acceptBaseline(
                work.deviceId(),
                matches ? taken.runningId() : backups.expect(work.deviceId(), expected, work.changeNumber()),
                matches,
                AuditLog.SAFE_STEP,
                matches
                        ? "The backup after CR-" + work.changeNumber() + "."
                        : "The baseline before, with CR-" + work.changeNumber()
                                + " in it. The device differs from it elsewhere.");
    }

    /** Empty when the baseline was moved meanwhile to where the script can't be applied to it. */
    private Optional<ConfigTree> expected(DeviceWork work) {
        Long baseline = devices.withId(work.deviceId()).baselineBackupId();
        try {
            return Optional.of(work.returnsToBackup() ? work.approved() : backups.tree(baseline))
                    .map(tree -> work.engine().apply(tree, work.script()))
                    .map(work.engine()::asShown);
        } catch (ScriptRefusedException e) {
            return Optional.empty();
        }
    }

    private String briefHash(long backupId) {
        String hash = backups.hashOf(backupId);
        return hash.substring(0, 4) + " " + hash.substring(4, 8);
    }
}
