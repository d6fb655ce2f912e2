package io.safestep.app.run.controls;

import io.safestep.app.backup.Backups;
import io.safestep.app.change.Changes;
import io.safestep.app.change.stored.Change;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.run.journal.Run;
import io.safestep.app.run.journal.RunControl;
import io.safestep.app.run.journal.RunControl.Kind;
import io.safestep.app.run.journal.RunDevice;
import io.safestep.app.run.journal.RunRepository;
import io.safestep.app.run.journal.RunRollback;
import io.safestep.app.run.journal.RunRollbackRepository;
import io.safestep.app.run.views.RunView;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.change.ChangeState;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.run.Phase;
import io.safestep.core.run.RunState;
import io.safestep.core.run.StepState;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What people may do about a run that is stuck. */
@Service
@Transactional
public class StuckControls {

    private final ControlRecord record;
    private final RunRepository runs;
    private final RunRollbackRepository rollbacks;
    private final Changes changes;
    private final Backups backups;
    private final Platforms platforms;
    private final Clock clock;

    StuckControls(
            ControlRecord record,
            RunRepository runs,
            RunRollbackRepository rollbacks,
            Changes changes,
            Backups backups,
            Platforms platforms,
            Clock clock) {
        this.record = record;
        this.runs = runs;
        this.rollbacks = rollbacks;
        this.changes = changes;
        this.backups = backups;
        this.platforms = platforms;
        this.clock = clock;
    }

    /**
     * Tries a way back that failed once more.
     *
     * @param whole the devices are to hold their backups as a whole, beyond what the change touched
     */
    public RunView retryWayBack(long runId, boolean whole, String login) {
        Run run = stuck(runId);
        Change change = changes.lock(changes.withId(run.changeId()).number());
        List<RunDevice> open = run.devices().stream()
                .filter(d -> d.takenBack()
                        && d.written()
                        && Phase.WAY_BACK.stream().anyMatch(p -> d.latest(p) == StepState.FAILED))
                .toList();
        if (open.isEmpty()) {
            throw ProblemException.refused("No way back has failed here.");
        }
        for (RunDevice device : open) {
            if (runs.claim(device.deviceId(), run.id()) == 0) {
                throw ProblemException.refused(
                        device.name() + " is being changed by another run. Try this once more when that has ended.");
            }
            Phase.WAY_BACK.stream().filter(p -> device.latest(p) != null).forEach(p -> record.again(device, p));
            if (whole) {
                device.goBackAsAWhole();
            }
        }
        run.goBackOnceMore();
        int number = rollbacks.findByRunIdOrderByNumber(runId).size() + 1;
        rollbacks.save(new RunRollback(
                runId,
                number,
                RunRollback.Cause.RETRIED,
                "tried once more by " + login + (whole ? ", with the whole configuration" : ""),
                false,
                open.stream().map(RunDevice::name).toList(),
                clock.instant()));
        changes.transition(
                change, ChangeAction.RETRY_WAY_BACK, login, "Way back of run " + runId + " tried once more.");
        return record.done(
                run,
                null,
                Kind.RETRY_WAY_BACK,
                null,
                "",
                login,
                "tries the way back once more" + (whole ? ", with the whole configuration" : ""));
    }

    /** Takes what the devices hold as it is. The first proposes it; it counts when a second person agrees. */
    public RunView accept(long runId, @Nullable String reason, String login) {
        Run run = stuck(runId);
        Change change = changes.lock(changes.withId(run.changeId()).number());
        if (change.state() != ChangeState.NEEDS_ATTENTION) {
            throw ProblemException.refused(change.subject() + " does not need attention any more.");
        }
        Optional<RunControl> proposal = record.proposal(run, Kind.ACCEPT, c -> true);
        if (proposal.isEmpty()) {
            String why = ControlRecord.required(reason, "Say why the devices may stay as they are");
            return record.done(
                    run,
                    null,
                    Kind.ACCEPT,
                    null,
                    why,
                    login,
                    "proposes to leave the devices as they are: " + why + "; a second person has to agree");
        }
        record.secondPerson(proposal.get(), login);
        String note = "Left as it is by " + proposal.get().askedBy() + " and " + login + ": "
                + proposal.get().reason();
        changes.accept(change, note, login);
        return record.told(
                run, null, login, "agrees with " + proposal.get().askedBy() + " to leave the devices as they are");
    }

    /**
     * The commands that lead a device from what it holds back to what it held before; secrets are masked. Where it could
     * not be read since, it is taken to hold all that was sent.
     *
     * @throws ProblemException when there is no backup from before
     */
    @Transactional(readOnly = true)
    public String linesBack(long runId, String name) {
        Run run = runs.findById(runId).orElseThrow(() -> ProblemException.notFound("Run " + runId));
        RunDevice device = ControlRecord.device(run, name);
        if (device.beforeBackupId() == null) {
            throw ProblemException.refused("There is no backup of " + name + " from before the change.");
        }
        ConfigEngine engine = platforms.engine(device.device().platform());
        ConfigTree before = backups.tree(device.beforeBackupId());
        ConfigTree held = device.afterBackupId() == null
                ? engine.asShown(
                        engine.apply(before, engine.readScript(device.target().script())))
                : backups.tree(device.afterBackupId());
        return String.join("\n", engine.maskedLines(engine.derive(held, before))) + "\n";
    }

    private Run stuck(long runId) {
        Run run = record.held(runId);
        if (run.state() != RunState.STUCK) {
            throw ProblemException.moved("This run is not stuck: it is " + ControlRecord.words(run.state())
                    + ". Somebody else may have done something about it.");
        }
        return run;
    }
}
