package io.safestep.app.run.controls;

import io.safestep.app.change.Changes;
import io.safestep.app.change.stored.Change;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.run.journal.Run;
import io.safestep.app.run.journal.RunControl;
import io.safestep.app.run.journal.RunControl.Kind;
import io.safestep.app.run.journal.RunDevice;
import io.safestep.app.run.journal.RunStep;
import io.safestep.app.run.journal.RunStepRepository;
import io.safestep.app.run.views.RunView;
import io.safestep.app.schedule.Schedule;
import io.safestep.app.schedule.freezes.Freezes;
import io.safestep.app.schedule.freezes.Frozen;
import io.safestep.core.run.Decision.Hold;
import io.safestep.core.run.Phase;
import io.safestep.core.run.RunPicture.Pause;
import io.safestep.core.run.StepState;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What people may do to a run that goes on. */
@Service
@Transactional
public class RunControls {

    private static final Duration LONGEST = Duration.ofHours(12);

    private final ControlRecord record;
    private final RunStepRepository steps;
    private final Changes changes;
    private final Schedule schedule;
    private final Freezes freezes;
    private final Clock clock;

    RunControls(
            ControlRecord record,
            RunStepRepository steps,
            Changes changes,
            Schedule schedule,
            Freezes freezes,
            Clock clock) {
        this.record = record;
        this.steps = steps;
        this.changes = changes;
        this.schedule = schedule;
        this.freezes = freezes;
        this.clock = clock;
    }

    /** Stops before the next command and takes everything back. */
    public RunView stop(long runId, String login) {
        Run run = going(runId);
        if (run.stopRequestedAt() != null) {
            return record.sameOrTold(run, run.stopRequestedBy(), login, "has stopped this run already");
        }
        if (run.turningBack()) {
            throw ProblemException.refused("This run is on its way back already.");
        }
        run.requestStop(login, clock.instant());
        return record.done(run, null, Kind.STOP, null, "", login, "asked to stop and roll back");
    }

    /** Pauses when what is begun has come to its end. */
    public RunView pause(long runId, Pause place, String login) {
        Run run = goingThere(runId);
        if (place == Pause.NONE) {
            throw ProblemException.invalid("after", "Say after what to pause: the device or the wave.");
        }
        if (run.pause() == place) {
            return record.sameOrTold(run, record.lastBy(run, Kind.PAUSE), login, "has asked for that already");
        }
        run.pauseAt(place);
        String after = place == Pause.AFTER_WAVE ? "this wave" : "the devices that are begun";
        return record.done(run, null, Kind.PAUSE, null, "", login, "asked to pause after " + after);
    }

    /**
     * Goes on after a pause, or without what was taken back.
     *
     * @param reason why it may go on without the devices; not needed after a pause
     */
    public RunView resume(long runId, @Nullable String reason, String login) {
        Run run = goingThere(runId);
        if (run.holdReason() == null && run.pause() == Pause.NONE) {
            throw ProblemException.moved("This run is not paused. Somebody has let it go on already.");
        }
        if (run.holdReason() == Hold.Reason.FAILED) {
            throw ProblemException.refused("Something failed: try it again, override it with a second person, leave the"
                    + " device out, or stop and roll back.");
        }
        if (run.holdReason() == Hold.Reason.TURN_BACK_POINT) {
            throw ProblemException.refused(
                    "There is no time left to undo everything inside the window: lengthen it, or stop and roll back.");
        }
        run.pauseAt(Pause.NONE);
        if (run.holdReason() == Hold.Reason.TAKEN_BACK) {
            String why = ControlRecord.required(
                    reason, "Say why the run may go on without " + String.join(", ", run.holdDevices()));
            run.devices().stream()
                    .filter(d -> run.holdDevices().contains(d.name()))
                    .forEach(d -> d.skip(login, why));
        }
        lookAgainBeforeWriting(run);
        return record.done(run, null, Kind.RESUME, null, reason, login, "let the run go on");
    }

    /** Time has passed: gates that were open are looked at once more. */
    private void lookAgainBeforeWriting(Run run) {
        run.devices().stream()
                .filter(d -> !d.written() && d.latest(Phase.GATE) == StepState.DONE)
                .forEach(d -> record.again(d, Phase.GATE));
    }

    /** Leaves a device out; one that was written to is taken back first. */
    public RunView skip(long runId, String device, @Nullable String reason, String login) {
        Run run = goingThere(runId);
        RunDevice target = ControlRecord.device(run, device);
        if (target.skipped()) {
            return record.sameOrTold(run, target.skippedBy(), login, "has left " + device + " out already");
        }
        if (target.latest(Phase.AFTER_BACKUP) == StepState.DONE && !target.takenBack()) {
            throw ProblemException.refused(device + " has come to its end already. To undo it, stop and roll back.");
        }
        String why = ControlRecord.required(reason, "Say why " + device + " is left out");
        target.skip(login, why);
        return record.done(run, target, Kind.SKIP, null, why, login, "left " + device + " out: " + why);
    }

    /** Does once more what failed on a device. */
    public RunView retry(long runId, String device, String login) {
        Run run = goingThere(runId);
        RunDevice target = ControlRecord.device(run, device);
        Phase phase = failed(target);
        if (!phase.repeatable()) {
            throw ProblemException.refused("A push is never repeated: part of it may have arrived. Leave " + device
                    + " out, so that it is taken back, or stop and roll back.");
        }
        record.again(target, phase);
        return record.done(run, target, Kind.RETRY, phase, "", login, "asked for " + phase.word() + " once more");
    }

    /** Lets a failed check pass. The first who asks only proposes it; it counts when a second person does the same. */
    public RunView override(long runId, String device, @Nullable String reason, String login) {
        Run run = goingThere(runId);
        RunDevice target = ControlRecord.device(run, device);
        Phase phase = failed(target);
        if (phase != Phase.CHECK_AFTER && phase != Phase.CHECK_BEFORE) {
            throw ProblemException.refused("Only a failed check can be overridden; here " + phase.word()
                    + " failed. Try it again, or leave the device out.");
        }
        Optional<RunControl> proposal = record.proposal(
                run, Kind.OVERRIDE, c -> c.phase() == phase && target.id().equals(c.runDeviceId()));
        if (proposal.isEmpty()) {
            String why = ControlRecord.required(reason, "Say why the failed check does not count");
            return record.done(
                    run,
                    target,
                    Kind.OVERRIDE,
                    phase,
                    why,
                    login,
                    "proposes to override " + phase.word() + ": " + why + "; a second person has to agree");
        }
        record.secondPerson(proposal.get(), login);
        steps.save(new RunStep(
                target,
                phase,
                StepState.OVERRIDDEN,
                "overridden by " + proposal.get().askedBy() + " and " + login + ": "
                        + proposal.get().reason(),
                clock.instant()));
        return record.told(
                run, target, login, "agrees with " + proposal.get().askedBy() + " to override " + phase.word());
    }

    /** Moves the end of the window for this run. */
    public RunView lengthen(long runId, Instant until, @Nullable String reason, String login) {
        Run run = goingThere(runId);
        Instant now = clock.instant();
        Instant closes = run.window().end();
        if (!until.isAfter(closes) || !until.isAfter(now)) {
            throw ProblemException.invalid("until", "Choose a time after the present end of the window.");
        }
        if (until.isAfter(closes.plus(LONGEST))) {
            throw ProblemException.invalid("until", "At most twelve hours more.");
        }
        String why = ControlRecord.required(reason, "Say why the window may be longer");
        Change change = changes.withId(run.changeId());
        List<Frozen> frozen = change.isEmergency()
                ? List.of()
                : freezes.over(run.devices().stream().map(d -> d.device().id()).toList(), closes, until);
        if (!frozen.isEmpty()) {
            throw ProblemException.invalid("until", schedule.frozen(frozen.get(0)) + " It can't run into it.");
        }
        run.lengthen(until);
        return record.done(
                run, null, Kind.LENGTHEN, null, why, login, "lengthened the window until " + until + ": " + why);
    }

    private Run going(long runId) {
        Run run = record.held(runId);
        if (run.state().ended()) {
            throw ProblemException.refused("This run has ended already: " + ControlRecord.words(run.state()) + ".");
        }
        return run;
    }

    private Run goingThere(long runId) {
        Run run = going(runId);
        if (run.turningBack() || run.stopRequestedAt() != null) {
            throw ProblemException.refused("This run is on its way back"
                    + (run.stopRequestedBy() == null ? "." : ": " + run.stopRequestedBy() + " has stopped it."));
        }
        return run;
    }

    private static Phase failed(RunDevice device) {
        return List.of(Phase.values()).stream()
                .filter(p -> !p.undo() && device.latest(p) == StepState.FAILED)
                .findFirst()
                .orElseThrow(() -> ProblemException.moved("Nothing has failed on " + device.name()
                        + " about which nobody has decided. Somebody may have been faster."));
    }
}
