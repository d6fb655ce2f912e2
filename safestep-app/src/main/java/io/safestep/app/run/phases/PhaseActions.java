package io.safestep.app.run.phases;

import io.safestep.app.access.KeptSessions;
import io.safestep.app.run.journal.PhaseResult;
import io.safestep.core.run.Phase;
import io.safestep.core.run.StepState;
import io.safestep.drivers.DeviceException;
import java.util.EnumSet;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Does what a phase says on a device. */
@Component
public class PhaseActions {

    /**
     * A log-in belongs to them. After a push it is the proof that the device still lets us in, and on the way back the
     * device was lost, or may have been.
     */
    private static final Set<Phase> LOGS_IN =
            EnumSet.of(Phase.BACK_UP, Phase.GATE, Phase.READ_BACK, Phase.UNDO_PUSH, Phase.UNDO_READ_BACK);

    /** They wait longer than for a connection: for a device that a change may have cut off. */
    private static final Set<Phase> WAITS_ITSELF = EnumSet.of(Phase.READ_BACK, Phase.UNDO_PUSH, Phase.UNDO_READ_BACK);

    /** The phase that comes next can be done in the same session. */
    private static final Set<Phase> GOES_ON = EnumSet.of(
            Phase.BACK_UP,
            Phase.GATE,
            Phase.READ_BACK,
            Phase.CHECK_AFTER,
            Phase.CONFIRM,
            Phase.SAVE,
            Phase.UNDO_READ_BACK,
            Phase.UNDO_CHECK);

    private final BackupPhases backups;
    private final CheckPhases checks;
    private final GatePhase gate;
    private final PushPhases pushes;
    private final LostContact contact;

    PhaseActions(BackupPhases backups, CheckPhases checks, GatePhase gate, PushPhases pushes, LostContact contact) {
        this.backups = backups;
        this.checks = checks;
        this.gate = gate;
        this.pushes = pushes;
        this.contact = contact;
    }

    /** @param sessions what the work visits the device by */
    public PhaseResult perform(DeviceWork work, Phase phase, KeptSessions sessions) throws DeviceException {
        if (LOGS_IN.contains(phase)) {
            sessions.end(work.deviceId());
        }
        boolean goesOn = false;
        try {
            DeviceWork visiting = WAITS_ITSELF.contains(phase) ? work : work.visitedBy(contact.connectingAgain(work));
            PhaseResult result = result(visiting, phase);
            goesOn = result.state() == StepState.DONE && GOES_ON.contains(phase);
            return result;
        } finally {
            if (!goesOn) {
                sessions.end(work.deviceId());
            }
        }
    }

    /** Reads once more what a device holds that was written to and did not come back. */
    public void lastLook(DeviceWork work) {
        pushes.lastLook(work);
    }

    private PhaseResult result(DeviceWork work, Phase phase) throws DeviceException {
        return switch (phase) {
            case BACK_UP -> backups.before(work);
            case CHECK_BEFORE -> checks.before(work);
            case GATE -> gate.look(work);
            case PUSH -> pushes.push(work);
            case READ_BACK -> pushes.readBack(work);
            case CHECK_AFTER -> checks.after(work);
            case CONFIRM -> pushes.confirm(work);
            case SAVE -> pushes.save(work);
            case AFTER_BACKUP -> afterBackup(work);
            case UNDO_PUSH -> pushes.undoPush(work);
            case UNDO_READ_BACK -> pushes.undoReadBack(work);
            case UNDO_CHECK -> checks.undone(work);
            case UNDO_SAVE -> pushes.undoSave(work);
        };
    }

    /** Whether the configuration is saved can only be told when it was. */
    private PhaseResult afterBackup(DeviceWork work) throws DeviceException {
        PhaseResult backup = backups.after(work);
        return backup.state() == StepState.DONE ? checks.saved(work, backup) : backup;
    }
}
