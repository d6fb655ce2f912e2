package io.safestep.app.run.driving;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.Changes;
import io.safestep.app.change.stored.Change;
import io.safestep.app.device.Devices;
import io.safestep.app.run.events.RunEnded;
import io.safestep.app.run.events.RunTurnedBack;
import io.safestep.app.run.events.RunWaits;
import io.safestep.app.run.journal.Drive;
import io.safestep.app.run.journal.FencedOffException;
import io.safestep.app.run.journal.Run;
import io.safestep.app.run.journal.RunDevice;
import io.safestep.app.run.journal.RunJournal;
import io.safestep.app.run.journal.RunNotes;
import io.safestep.app.run.journal.RunRepository;
import io.safestep.app.run.journal.RunRollback;
import io.safestep.app.run.journal.RunRollbackRepository;
import io.safestep.app.run.journal.RunWords;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.run.Decision;
import io.safestep.core.run.DeviceProgress;
import io.safestep.core.run.RunDecisions;
import io.safestep.core.run.RunPicture;
import io.safestep.core.run.RunState;
import java.time.Clock;
import java.util.List;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What a run has decided about itself: that it waits, that something is taken back, that it has ended, and in words why. */
@Service
@Transactional
public class RunEnd {

    private final RunRepository runs;
    private final RunNotes notes;
    private final RunRollbackRepository rollbacks;
    private final RunJournal journal;
    private final Changes changes;
    private final DeviceWorks works;
    private final MovedBaseline baselines;
    private final Devices devices;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    RunEnd(
            RunRepository runs,
            RunNotes notes,
            RunRollbackRepository rollbacks,
            RunJournal journal,
            Changes changes,
            DeviceWorks works,
            MovedBaseline baselines,
            Devices devices,
            ApplicationEventPublisher events,
            Clock clock) {
        this.runs = runs;
        this.notes = notes;
        this.rollbacks = rollbacks;
        this.journal = journal;
        this.changes = changes;
        this.works = works;
        this.baselines = baselines;
        this.devices = devices;
        this.events = events;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public boolean reached(long runId) {
        return runs.findById(runId).orElseThrow().state().ended();
    }

    /** Keeps the state of the run what the decision makes of it. */
    void show(Drive drive, RunPictures.Seen seen, Decision decision) {
        RunPicture picture = seen.picture();
        boolean rollingBack = RunDecisions.rollingBack(picture);
        if (decision instanceof Decision.Hold hold) {
            if (journal.hold(drive, hold)) {
                journal.note(drive, null, "waiting for a person: " + RunWords.hold(hold));
                if (hold.reason() != Decision.Hold.Reason.PAUSE_ASKED) {
                    events.publishEvent(new RunWaits(drive.runId(), numberOf(drive.runId()), RunWords.hold(hold)));
                }
            }
        } else if (!(decision instanceof Decision.Finish)) {
            RunState state = rollingBack || picture.turningBack() ? RunState.ROLLING_BACK : RunState.RUNNING;
            if (seen.state() != state || seen.held()) {
                journal.state(drive, state);
            }
        }
        boolean anyBack = picture.devices().stream().anyMatch(DeviceProgress::takenBack);
        if (anyBack && !rollingBack && !(decision instanceof Decision.TakeBack)) {
            closeRollbacks(drive, picture);
        }
    }

    private int numberOf(long runId) {
        return changes.withId(runs.findById(runId).orElseThrow().changeId()).number();
    }

    private void closeRollbacks(Drive drive, RunPicture picture) {
        for (RunRollback rollback : rollbacks.findByRunIdOrderByNumber(drive.runId())) {
            if (rollback.endedAt() == null) {
                List<String> failed = picture.devices().stream()
                        .filter(d -> rollback.devices().contains(d.device()) && d.wayBackFailed())
                        .map(DeviceProgress::device)
                        .toList();
                rollback.end(
                        failed.isEmpty() ? RunState.ROLLED_BACK : RunState.STUCK,
                        failed.isEmpty()
                                ? "Everything holds again what it held before."
                                : "Did not come back: " + String.join(", ", failed) + ".",
                        clock.instant());
            }
        }
    }

    /** Stores, before anything is done about it, that devices are brought back. */
    void takeBack(Drive drive, Decision.TakeBack decision) {
        Run run = runs.lock(drive.runId()).orElseThrow();
        if (run.epoch() != drive.epoch()) {
            throw new FencedOffException(drive);
        }
        List<RunDevice> back = run.devices().stream()
                .filter(d -> decision.devices().contains(d.name()))
                .toList();
        back.forEach(RunDevice::takeBack);
        if (decision.whole()) {
            run.turnBack();
        }
        String words = RunWords.cause(run, decision);
        List<RunRollback> earlier = rollbacks.findByRunIdOrderByNumber(run.id());
        rollbacks.save(new RunRollback(
                run.id(),
                earlier.size() + 1,
                RunRollback.Cause.valueOf(decision.cause().name()),
                words,
                decision.whole(),
                back.stream().map(RunDevice::name).toList(),
                clock.instant()));
        boolean anyWritten = back.stream().anyMatch(RunDevice::written);
        notes.add(
                run.id(),
                null,
                (anyWritten ? "Rolling back: " : "Turning back before anything was written: ") + words + ".");
    }

    void write(Drive drive, RunState state) {
        Run run = runs.lock(drive.runId()).orElseThrow();
        if (run.epoch() != drive.epoch()) {
            throw new FencedOffException(drive);
        }
        String verdict = RunWords.verdict(run, state, rollbacks.findByRunIdOrderByNumber(run.id()));
        run.end(state, verdict, clock.instant());
        if (state == RunState.SUCCEEDED) {
            DeviceWorks.OfRun approved = works.of(drive);
            devices.acceptBaselines(
                    run.devices().stream()
                            .filter(d -> d.afterBackupId() != null && !d.takenBack())
                            .map(d -> baselines.of(approved.of(d.id()), d.afterBackupId()))
                            .toList(),
                    AuditLog.SAFE_STEP);
        }
        List<String> turnedBack = run.devices().stream()
                .filter(d -> d.written() && (d.takenBack() || state != RunState.SUCCEEDED))
                .map(RunDevice::name)
                .toList();
        if (!turnedBack.isEmpty()) {
            events.publishEvent(new RunTurnedBack(run.id(), turnedBack));
        }
        runs.release(run.id());
        Change change = changes.lock(changes.withId(run.changeId()).number());
        ChangeAction action = switch (state) {
            case SUCCEEDED -> ChangeAction.RUN_SUCCEEDED;
            case ROLLED_BACK -> ChangeAction.RUN_ROLLED_BACK;
            default -> ChangeAction.RUN_STUCK;
        };
        changes.transition(change, action, AuditLog.SAFE_STEP, verdict);
        if (run.devices().stream().noneMatch(RunDevice::written)) {
            change.ranWithoutWriting();
        }
        notes.add(run.id(), null, verdict);
        events.publishEvent(new RunEnded(
                run.id(),
                change.number(),
                change.author().login(),
                state,
                run.devices().stream().anyMatch(RunDevice::written),
                verdict));
    }
}
