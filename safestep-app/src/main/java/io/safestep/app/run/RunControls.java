package io.safestep.app.run;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.backup.Backups;
import io.safestep.app.change.Change;
import io.safestep.app.change.Changes;
import io.safestep.app.device.Platforms;
import io.safestep.app.job.Jobs;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.run.RunControl.Kind;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.change.ChangeState;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.ConfigTree;
import io.safestep.core.run.Decision.Hold;
import io.safestep.core.run.Phase;
import io.safestep.core.run.RunPicture.Pause;
import io.safestep.core.run.RunState;
import io.safestep.core.run.StepState;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * What people may do to a run. The run is held while one of them does something, so that of two who press at once one wins
 * and the other is told.
 */
@Service
@Transactional
class RunControls {

    private static final Duration LONGEST = Duration.ofHours(12);

    private final RunRepository runs;
    private final RunControlRepository controls;
    private final RunStepRepository steps;
    private final RunLineRepository lines;
    private final RunRollbackRepository rollbacks;
    private final Changes changes;
    private final Backups backups;
    private final Platforms platforms;
    private final Jobs jobs;
    private final AuditLog audit;
    private final RunViews views;
    private final Clock clock;

    RunControls(
            RunRepository runs,
            RunControlRepository controls,
            RunStepRepository steps,
            RunLineRepository lines,
            RunRollbackRepository rollbacks,
            Changes changes,
            Backups backups,
            Platforms platforms,
            Jobs jobs,
            AuditLog audit,
            RunViews views,
            Clock clock) {
        this.runs = runs;
        this.controls = controls;
        this.steps = steps;
        this.lines = lines;
        this.rollbacks = rollbacks;
        this.changes = changes;
        this.backups = backups;
        this.platforms = platforms;
        this.jobs = jobs;
        this.audit = audit;
        this.views = views;
        this.clock = clock;
    }

    /** Stops before the next command and takes everything back. */
    RunView stop(long runId, String login) {
        Run run = going(runId);
        if (run.stopRequestedAt() != null) {
            return sameOrTold(run, run.stopRequestedBy(), login, "has stopped this run already");
        }
        if (run.turningBack()) {
            throw ProblemException.refused("This run is on its way back already.");
        }
        run.requestStop(login, clock.instant());
        return done(run, null, Kind.STOP, null, "", login, "asked to stop and roll back");
    }

    /** Pauses when what is begun has come to its end. */
    RunView pause(long runId, Pause place, String login) {
        Run run = goingThere(runId);
        if (place == Pause.NONE) {
            throw ProblemException.invalid("after", "Say after what to pause: the device or the wave.");
        }
        if (run.pause() == place) {
            return sameOrTold(run, lastBy(run, Kind.PAUSE), login, "has asked for that already");
        }
        run.pauseAt(place);
        String after = place == Pause.AFTER_WAVE ? "this wave" : "the devices that are begun";
        return done(run, null, Kind.PAUSE, null, "", login, "asked to pause after " + after);
    }

    /**
     * Goes on after a pause, or without what was taken back.
     *
     * @param reason why it may go on without the devices; not needed after a pause
     */
    RunView resume(long runId, String reason, String login) {
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
            String why = required(reason, "Say why the run may go on without " + String.join(", ", run.holdDevices()));
            run.devices().stream()
                    .filter(d -> run.holdDevices().contains(d.name()))
                    .forEach(d -> d.skip(login, why));
        }
        lookAgainBeforeWriting(run);
        return done(run, null, Kind.RESUME, null, reason, login, "let the run go on");
    }

    /** Time has passed: gates that were open are looked at once more. */
    private void lookAgainBeforeWriting(Run run) {
        run.devices().stream()
                .filter(d -> !d.written() && d.latest(Phase.GATE) == StepState.DONE)
                .forEach(d -> again(d, Phase.GATE));
    }

    /** Leaves a device out; one that was written to is taken back first. */
    RunView skip(long runId, String device, String reason, String login) {
        Run run = goingThere(runId);
        RunDevice target = device(run, device);
        if (target.skipped()) {
            return sameOrTold(run, target.skippedBy(), login, "has left " + device + " out already");
        }
        if (target.latest(Phase.AFTER_BACKUP) == StepState.DONE && !target.takenBack()) {
            throw ProblemException.refused(device + " has come to its end already. To undo it, stop and roll back.");
        }
        String why = required(reason, "Say why " + device + " is left out");
        target.skip(login, why);
        return done(run, target, Kind.SKIP, null, why, login, "left " + device + " out: " + why);
    }

    /** Does once more what failed on a device. */
    RunView retry(long runId, String device, String login) {
        Run run = goingThere(runId);
        RunDevice target = device(run, device);
        Phase phase = failed(target);
        if (!phase.repeatable()) {
            throw ProblemException.refused("A push is never repeated: part of it may have arrived. Leave " + device
                    + " out, so that it is taken back, or stop and roll back.");
        }
        again(target, phase);
        return done(run, target, Kind.RETRY, phase, "", login, "asked for " + RunJournal.words(phase) + " once more");
    }

    /** Lets a failed check pass. The first who asks only proposes it; it counts when a second person does the same. */
    RunView override(long runId, String device, String reason, String login) {
        Run run = goingThere(runId);
        RunDevice target = device(run, device);
        Phase phase = failed(target);
        if (phase != Phase.CHECK_AFTER && phase != Phase.CHECK_BEFORE) {
            throw ProblemException.refused("Only a failed check can be overridden; here " + RunJournal.words(phase)
                    + " failed. Try it again, or leave the device out.");
        }
        Optional<RunControl> proposal = controls.findByRunIdOrderById(runId).stream()
                .filter(c -> c.kind() == Kind.OVERRIDE && c.waitsForSecond())
                .filter(c -> c.phase() == phase && target.id().equals(c.runDeviceId()))
                .findFirst();
        if (proposal.isEmpty()) {
            String why = required(reason, "Say why the failed check does not count");
            return done(
                    run,
                    target,
                    Kind.OVERRIDE,
                    phase,
                    why,
                    login,
                    "proposes to override " + RunJournal.words(phase) + ": " + why + "; a second person has to agree");
        }
        secondPerson(proposal.get(), login);
        steps.save(new RunStep(
                target,
                phase,
                StepState.OVERRIDDEN,
                "overridden by " + proposal.get().askedBy() + " and " + login + ": "
                        + proposal.get().reason(),
                clock.instant()));
        return told(
                run,
                target,
                login,
                "agrees with " + proposal.get().askedBy() + " to override " + RunJournal.words(phase));
    }

    private void secondPerson(RunControl proposal, String login) {
        if (proposal.askedBy().equals(login)) {
            throw ProblemException.refused(
                    "You have proposed this yourself. A second person has to agree (four eyes).");
        }
        proposal.second(login, clock.instant());
    }

    /** Moves the end of the window for this run. */
    RunView lengthen(long runId, Instant until, String reason, String login) {
        Run run = goingThere(runId);
        Instant now = clock.instant();
        Instant closes = run.window().end();
        if (!until.isAfter(closes) || !until.isAfter(now)) {
            throw ProblemException.invalid("until", "Choose a time after the present end of the window.");
        }
        if (until.isAfter(closes.plus(LONGEST))) {
            throw ProblemException.invalid("until", "At most twelve hours more.");
        }
        String why = required(reason, "Say why the window may be longer");
        run.lengthen(until);
        return done(run, null, Kind.LENGTHEN, null, why, login, "lengthened the window until " + until + ": " + why);
    }

    /**
     * Tries a way back that failed once more.
     *
     * @param whole the devices are to hold their backups as a whole, beyond what the change touched
     */
    RunView retryWayBack(long runId, boolean whole, String login) {
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
            Phase.WAY_BACK.stream().filter(p -> device.latest(p) != null).forEach(p -> again(device, p));
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
        return done(
                run,
                null,
                Kind.RETRY_WAY_BACK,
                null,
                "",
                login,
                "tries the way back once more" + (whole ? ", with the whole configuration" : ""));
    }

    /** Takes what the devices hold as it is. The first proposes it; it counts when a second person agrees. */
    RunView accept(long runId, String reason, String login) {
        Run run = stuck(runId);
        Change change = changes.lock(changes.withId(run.changeId()).number());
        if (change.state() != ChangeState.NEEDS_ATTENTION) {
            throw ProblemException.refused(change.subject() + " does not need attention any more.");
        }
        Optional<RunControl> proposal = controls.findByRunIdOrderById(runId).stream()
                .filter(c -> c.kind() == Kind.ACCEPT && c.waitsForSecond())
                .findFirst();
        if (proposal.isEmpty()) {
            String why = required(reason, "Say why the devices may stay as they are");
            return done(
                    run,
                    null,
                    Kind.ACCEPT,
                    null,
                    why,
                    login,
                    "proposes to leave the devices as they are: " + why + "; a second person has to agree");
        }
        secondPerson(proposal.get(), login);
        String note = "Left as it is by " + proposal.get().askedBy() + " and " + login + ": "
                + proposal.get().reason();
        changes.accept(change, note, login);
        return told(run, null, login, "agrees with " + proposal.get().askedBy() + " to leave the devices as they are");
    }

    /**
     * The commands that lead a device from what it holds back to what it held before; secrets are masked. Where it could
     * not be read since, it is taken to hold all that was sent.
     *
     * @throws ProblemException when there is no backup from before
     */
    @Transactional(readOnly = true)
    String linesBack(long runId, String name) {
        Run run = runs.findById(runId).orElseThrow(() -> ProblemException.notFound("Run " + runId));
        RunDevice device = device(run, name);
        if (device.beforeBackupId() == null) {
            throw ProblemException.refused("There is no backup of " + name + " from before the change.");
        }
        ConfigEngine engine = platforms.engine(device.target().device().platform());
        ConfigTree before = backups.tree(device.beforeBackupId());
        ConfigTree held = device.afterBackupId() == null
                ? engine.asShown(
                        engine.apply(before, engine.readScript(device.target().script())))
                : backups.tree(device.afterBackupId());
        return String.join("\n", engine.maskedLines(engine.derive(held, before))) + "\n";
    }

    /* ------------------------------------------------------------------------------------------------------------ */

    private Run going(long runId) {
        Run run = held(runId);
        if (run.state().ended()) {
            throw ProblemException.refused("This run has ended already: " + words(run.state()) + ".");
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

    private Run stuck(long runId) {
        Run run = held(runId);
        if (run.state() != RunState.STUCK) {
            throw ProblemException.moved("This run is not stuck: it is " + words(run.state())
                    + ". Somebody else may have done something about it.");
        }
        return run;
    }

    private Run held(long runId) {
        runs.findById(runId).orElseThrow(() -> ProblemException.notFound("Run " + runId));
        return runs.lock(runId);
    }

    private static RunDevice device(Run run, String name) {
        return run.devices().stream()
                .filter(d -> d.name().equals(name))
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound(name + " in run " + run.id()));
    }

    private static Phase failed(RunDevice device) {
        return List.of(Phase.values()).stream()
                .filter(p -> !p.undo() && device.latest(p) == StepState.FAILED)
                .findFirst()
                .orElseThrow(() -> ProblemException.moved("Nothing has failed on " + device.name()
                        + " about which nobody has decided. Somebody may have been faster."));
    }

    private void again(RunDevice device, Phase phase) {
        steps.save(new RunStep(device, phase, StepState.AGAIN, "to be done once more", clock.instant()));
    }

    private static String required(String reason, String otherwise) {
        if (reason == null || reason.isBlank()) {
            throw ProblemException.invalid("reason", otherwise + ".");
        }
        return reason.strip();
    }

    private String lastBy(Run run, Kind kind) {
        return controls.findByRunIdOrderById(run.id()).stream()
                .filter(c -> c.kind() == kind)
                .reduce((a, b) -> b)
                .map(RunControl::askedBy)
                .orElse("");
    }

    private RunView sameOrTold(Run run, String by, String login, String what) {
        if (!login.equals(by)) {
            throw ProblemException.moved(by + " " + what + ".");
        }
        return views.of(run);
    }

    private RunView done(Run run, RunDevice device, Kind kind, Phase phase, String reason, String login, String words) {
        controls.save(new RunControl(
                run.id(),
                device == null ? null : device.id(),
                kind,
                phase,
                reason == null ? "" : reason.strip(),
                login,
                clock.instant()));
        return told(run, device, login, words);
    }

    private RunView told(Run run, RunDevice device, String login, String words) {
        lines.save(new RunLine(
                run.id(),
                device == null ? null : device.id(),
                clock.instant(),
                RunLine.Kind.NOTE,
                login + " " + words));
        String subject = changes.withId(run.changeId()).subject();
        audit.write(
                login,
                subject,
                "run " + run.id(),
                (device == null ? "" : device.name() + ": ") + login + " " + words + ".");
        jobs.schedule(DriveJob.NAME, Long.toString(run.id()));
        jobs.hurry(DriveJob.NAME, Long.toString(run.id()));
        return views.of(run);
    }

    private static String words(RunState state) {
        return state.name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
