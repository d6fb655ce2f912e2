package io.safestep.app.run;

import io.safestep.core.config.ConfigSyntaxException;
import io.safestep.core.run.Decision;
import io.safestep.core.run.Phase;
import io.safestep.core.run.RunDecisions;
import io.safestep.core.run.RunPicture;
import io.safestep.core.run.StepState;
import io.safestep.drivers.DeviceException;
import java.util.Locale;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/** Drives a run: asks the core what comes next, writes down that it is begun, does it, writes down what came of it. */
@Component
class RunDriver {

    private static final Logger LOG = LoggerFactory.getLogger(RunDriver.class);

    private final RunJournal journal;
    private final RunEnd end;
    private final DeviceWorks works;
    private final BackupPhases backups;
    private final CheckPhases checks;
    private final PushPhases pushes;

    RunDriver(
            RunJournal journal,
            RunEnd end,
            DeviceWorks works,
            BackupPhases backups,
            CheckPhases checks,
            PushPhases pushes) {
        this.journal = journal;
        this.end = end;
        this.works = works;
        this.backups = backups;
        this.checks = checks;
        this.pushes = pushes;
    }

    /** Drives the run to its end. Called again for a run that another process left, it goes on from what is stored. */
    void drive(long runId) {
        if (end.reached(runId)) {
            return;
        }
        if (journal.markInterrupted(runId)) {
            journal.note(runId, null, "Safe Step was restarted in mid-run; looking at the devices before going on");
        }
        while (true) {
            RunPicture picture = journal.picture(runId);
            Decision decision = RunDecisions.next(picture);
            if (decision instanceof Decision.Finish finish) {
                end.write(runId, finish.state());
                return;
            }
            if (RunDecisions.rollingBack(picture)) {
                end.markRollingBack(runId);
            }
            Decision.Perform perform = (Decision.Perform) decision;
            perform(runId, end.runDeviceId(runId, perform.device()), perform.phase());
        }
    }

    private void perform(long runId, long runDeviceId, Phase phase) {
        long step = journal.begin(runDeviceId, phase);
        journal.note(runId, runDeviceId, words(phase) + " begins");
        PhaseResult result;
        try {
            result = result(works.of(runDeviceId), phase);
        } catch (DeviceException e) {
            result = PhaseResult.failed(e.getMessage());
        } catch (ConfigSyntaxException e) {
            result = PhaseResult.failed(
                    "the device showed a configuration that can't be read, line " + e.line() + ": " + e.getMessage());
        } catch (DataAccessException | TransactionException e) {
            throw e; // nothing can be written down now: the job is tried again and looks at the devices first
        } catch (RuntimeException e) {
            String reference = UUID.randomUUID().toString().substring(0, 8);
            LOG.error("Unexpected error in run {}, reference {}", runId, reference, e);
            result = PhaseResult.failed("something went wrong inside Safe Step, reference " + reference);
        }
        journal.end(step, result.state(), result.words());
        journal.note(
                runId,
                runDeviceId,
                words(phase) + (result.state() == StepState.DONE ? ": " : " failed: ") + result.words());
    }

    private PhaseResult result(DeviceWork work, Phase phase) throws DeviceException {
        return switch (phase) {
            case BACK_UP -> backups.before(work);
            case CHECK_BEFORE -> checks.before(work);
            case PUSH -> pushes.push(work);
            case READ_BACK -> pushes.readBack(work);
            case CHECK_AFTER -> checks.after(work);
            case SAVE, UNDO_SAVE -> pushes.save(work);
            case AFTER_BACKUP -> backups.after(work);
            case UNDO_PUSH -> pushes.undoPush(work);
            case UNDO_READ_BACK -> pushes.undoReadBack(work);
            case UNDO_CHECK -> checks.undone(work);
        };
    }

    static String words(Phase phase) {
        return phase.name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
