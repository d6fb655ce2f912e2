package io.safestep.app.run.phases;

import io.safestep.app.backup.Backups;
import io.safestep.app.backup.stored.BackupCause;
import io.safestep.app.backup.stored.Occasion;
import io.safestep.app.change.beside.UndecidedDrift;
import io.safestep.app.change.beside.UndecidedDriftRule;
import io.safestep.app.run.journal.PhaseResult;
import io.safestep.app.run.journal.RunJournal;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.drivers.DeviceException;
import java.util.List;
import org.springframework.stereotype.Component;

/** The backups before and after a change. */
@Component
class BackupPhases {

    private final Backups backups;
    private final RunJournal journal;
    /** Of what differs elsewhere, so many parts are named. */
    private final UndecidedDriftRule rule;

    /** @param drift what is done about a device that holds what nobody has decided about */
    BackupPhases(Backups backups, RunJournal journal, UndecidedDriftRule rule) {
        this.rule = rule;
        this.backups = backups;
        this.journal = journal;
    }

    /** Backs up, then looks whether the ground that the script touches is as the approvers saw it (law 4). */
    PhaseResult before(DeviceWork work) throws DeviceException {
        Backups.Taken taken = backups.take(
                work.visits(), work.deviceId(), Occasion.ofChange(BackupCause.BEFORE_CHANGE, work.changeNumber()));
        return compared(work, taken).backedUpBefore(taken.runningId());
    }

    private PhaseResult compared(DeviceWork work, Backups.Taken taken) {
        ConfigEngine engine = work.engine();
        ConfigTree current = engine.read(taken.running());
        List<String> moved = engine.touchedDifferences(work.approved(), current, work.script());
        if (!moved.isEmpty()) {
            return PhaseResult.failed(
                    "changed since it was approved: " + String.join(", ", moved) + "; nothing was written");
        }
        if (work.wayBack().restoresStartup() && !taken.saved()) {
            return PhaseResult.failed("running and startup differ, so that taking startup back would lose what is not"
                    + " saved; save the device first; nothing was written");
        }
        int elsewhere = engine.compare(work.approved(), current).size();
        UndecidedDrift drift = elsewhere == 0 ? UndecidedDrift.ALLOW : rule.of(work.deviceId());
        if (drift != UndecidedDrift.ALLOW) {
            String words = "differs from its baseline in " + elsewhere + (elsewhere == 1 ? " place" : " places")
                    + " that this change does not touch (" + engine.differingParts(work.approved(), current)
                    + ")";
            if (drift == UndecidedDrift.HOLD) {
                return PhaseResult.failed(
                        words + "; the save of the change would put that into startup, too. Decide about"
                                + " it first; nothing was written");
            }
            journal.note(
                    work.drive(),
                    work.runDeviceId(),
                    words + (taken.saved() ? "" : "; the save of the change puts that into startup, too"));
        }
        return PhaseResult.done("backup " + brief(taken.hash()));
    }

    /** Backs up once more. Whether what is found is right is known when the whole run has ended. */
    PhaseResult after(DeviceWork work) throws DeviceException {
        Backups.Taken taken = backups.take(
                work.visits(), work.deviceId(), Occasion.ofChange(BackupCause.AFTER_CHANGE, work.changeNumber()));
        return PhaseResult.done("backup " + brief(taken.hash())).backedUpAfter(taken.runningId());
    }

    /** Keeps what a device holds that did not come back, for those who have to decide about it. */
    void keep(DeviceWork work) throws DeviceException {
        Backups.Taken taken = backups.take(
                work.visits(), work.deviceId(), Occasion.ofChange(BackupCause.AFTER_CHANGE, work.changeNumber()));
        journal.backedUpAfter(work.drive(), work.runDeviceId(), taken.runningId());
    }

    private static String brief(String hash) {
        return hash.substring(0, 4) + " " + hash.substring(4, 8);
    }
}
