package io.safestep.app.run;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.Change;
import io.safestep.app.change.Changes;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.run.Phase;
import io.safestep.core.run.RunState;
import io.safestep.core.run.StepState;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Brings a run to its end state, the change with it, and says in words how it came. */
@Service
@Transactional
class RunEnd {

    private final RunRepository runs;
    private final RunLineRepository lines;
    private final Changes changes;
    private final DeviceWorks works;
    private final MovedBaseline baselines;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    RunEnd(
            RunRepository runs,
            RunLineRepository lines,
            Changes changes,
            DeviceWorks works,
            MovedBaseline baselines,
            ApplicationEventPublisher events,
            Clock clock) {
        this.runs = runs;
        this.lines = lines;
        this.changes = changes;
        this.works = works;
        this.baselines = baselines;
        this.events = events;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    boolean reached(long runId) {
        return runs.findById(runId).orElseThrow().state().ended();
    }

    @Transactional(readOnly = true)
    long runDeviceId(long runId, String device) {
        return runs.findById(runId).orElseThrow().devices().stream()
                .filter(d -> d.name().equals(device))
                .findFirst()
                .orElseThrow()
                .id();
    }

    void markRollingBack(long runId) {
        Run run = runs.findById(runId).orElseThrow();
        if (run.state() == RunState.RUNNING) {
            run.go(RunState.ROLLING_BACK);
            lines.save(
                    new RunLine(runId, null, clock.instant(), RunLine.Kind.NOTE, "Rolling back: " + cause(run) + "."));
        }
    }

    void write(long runId, RunState state) {
        Run run = runs.findById(runId).orElseThrow();
        String verdict = verdict(run, state);
        run.end(state, verdict, clock.instant());
        if (state == RunState.SUCCEEDED) {
            run.devices().stream()
                    .filter(d -> d.afterBackupId() != null)
                    .forEach(d -> baselines.accept(works.of(d.id()), d.afterBackupId()));
        } else {
            events.publishEvent(new RunTurnedBack(
                    runId,
                    run.devices().stream()
                            .filter(RunDevice::written)
                            .map(RunDevice::name)
                            .toList()));
        }
        runs.release(runId);
        Change change = changes.lock(changes.withId(run.changeId()).number());
        ChangeAction action = switch (state) {
            case SUCCEEDED -> ChangeAction.RUN_SUCCEEDED;
            case ROLLED_BACK -> ChangeAction.RUN_ROLLED_BACK;
            default -> ChangeAction.RUN_STUCK;
        };
        changes.transition(change, action, AuditLog.SAFE_STEP, verdict);
        lines.save(new RunLine(runId, null, clock.instant(), RunLine.Kind.NOTE, verdict));
    }

    private static String verdict(Run run, RunState state) {
        List<RunDevice> written =
                run.devices().stream().filter(RunDevice::written).toList();
        return switch (state) {
            case SUCCEEDED ->
                devices(written.size())
                        + (written.size() == 1 ? " holds its outcome" : " hold their outcomes")
                        + "; checks passed, startup saved.";
            case ROLLED_BACK ->
                written.isEmpty()
                        ? "Stopped before anything was written: " + cause(run) + "."
                        : "Undone because of " + cause(run) + ". " + devices(written.size())
                                + (written.size() == 1
                                        ? " holds what it held before."
                                        : " hold what they held before.");
            default -> stuck(run, written);
        };
    }

    private static String stuck(Run run, List<RunDevice> written) {
        List<String> parts = new ArrayList<>();
        for (RunDevice device : written) {
            String last = device.steps().stream()
                    .filter(s -> s.phase().undo() && s.state() == StepState.FAILED)
                    .reduce((a, b) -> b)
                    .map(RunStep::words)
                    .orElse("");
            String holds = device.holds() == null ? "what it holds is not known" : device.holds();
            parts.add(
                    device.name() + ": last read, it " + plainHolds(holds) + (last.isEmpty() ? "" : " (" + last + ")"));
        }
        return "The way back did not succeed after " + cause(run) + ". " + String.join(". ", parts) + ".";
    }

    private static String plainHolds(String holds) {
        return holds.startsWith("what it holds") ? "could not be read" : holds;
    }

    /** What made the run turn back: the first failure, or the person who stopped it. */
    private static String cause(Run run) {
        Optional<String> failure = run.devices().stream()
                .flatMap(d -> d.steps().stream()
                        .filter(s -> s.state() == StepState.FAILED && !s.phase().undo())
                        .map(s -> interruption(d) + d.name() + ", " + RunDriver.words(s.phase()) + ": " + s.words()))
                .findFirst();
        if (failure.isPresent()) {
            return failure.get();
        }
        return run.stopRequestedBy() == null ? "an interruption in mid-push" : "a stop by " + run.stopRequestedBy();
    }

    private static String interruption(RunDevice device) {
        boolean inPush =
                device.steps().stream().anyMatch(s -> s.phase() == Phase.PUSH && s.state() == StepState.INTERRUPTED);
        return inPush ? "an interruption in mid-push on " : "";
    }

    private static String devices(int count) {
        return count == 1 ? "1 device" : count + " devices";
    }
}
