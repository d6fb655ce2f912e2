package io.safestep.app.run;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.backup.BackupCause;
import io.safestep.app.backup.Backups;
import io.safestep.app.device.Devices;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.ConfigTree;
import io.safestep.drivers.DeviceException;
import java.util.List;
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
        Backups.Taken taken = backups.take(work.deviceId(), BackupCause.BEFORE_CHANGE, work.changeNumber());
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

    /** Backs up once more and makes what is found the baseline. */
    PhaseResult after(DeviceWork work) throws DeviceException {
        Backups.Taken taken = backups.take(work.deviceId(), BackupCause.AFTER_CHANGE, work.changeNumber());
        journal.backedUpAfter(work.runDeviceId(), taken.runningId());
        transaction.executeWithoutResult(t -> devices.acceptBaseline(
                work.deviceId(),
                taken.runningId(),
                AuditLog.SAFE_STEP,
                "The backup after CR-" + work.changeNumber() + "."));
        return PhaseResult.done("backup " + briefHash(taken.runningId()));
    }

    private String briefHash(long backupId) {
        String hash = backups.hashOf(backupId);
        return hash.substring(0, 4) + " " + hash.substring(4, 8);
    }
}
