package io.safestep.app.run;

import io.safestep.app.backup.Backups;
import io.safestep.app.change.Change;
import io.safestep.app.change.ChangeCheck;
import io.safestep.app.change.ChangeViews;
import io.safestep.app.change.Changes;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.run.CheckResult.Stage;
import io.safestep.core.run.Decision;
import io.safestep.core.run.Phase;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Turns runs into what people see of them. */
@Component
@Transactional(readOnly = true)
class RunViews {

    private static final int MOST_LINES = 5_000;

    private final RunRepository runs;
    private final RunLineRepository lines;
    private final CheckResultRepository results;
    private final RunRollbackRepository rollbacks;
    private final RunControlRepository controls;
    private final Changes changes;
    private final ChangeViews changeViews;
    private final Backups backups;

    RunViews(
            RunRepository runs,
            RunLineRepository lines,
            CheckResultRepository results,
            RunRollbackRepository rollbacks,
            RunControlRepository controls,
            Changes changes,
            ChangeViews changeViews,
            Backups backups) {
        this.runs = runs;
        this.lines = lines;
        this.results = results;
        this.rollbacks = rollbacks;
        this.controls = controls;
        this.changes = changes;
        this.changeViews = changeViews;
        this.backups = backups;
    }

    RunView one(long runId) {
        return of(runs.findById(runId).orElseThrow(() -> ProblemException.notFound("Run " + runId)));
    }

    List<RunView> ofChange(int number) {
        return runs.findByChangeIdOrderByIdDesc(changes.numbered(number).id()).stream()
                .map(this::of)
                .toList();
    }

    RunView of(Run run) {
        Change change = changes.withId(run.changeId());
        Map<Long, List<CheckResult>> byDevice =
                results
                        .findByRunDeviceIdInOrderById(
                                run.devices().stream().map(RunDevice::id).toList())
                        .stream()
                        .collect(Collectors.groupingBy(CheckResult::runDeviceId));
        return new RunView(
                run.id(),
                change.number(),
                run.state(),
                run.startedBy(),
                run.startedAt(),
                run.endedAt(),
                run.estimatedEnd(),
                run.turnBackAt(),
                run.wayBackSeconds(),
                run.window().start(),
                run.window().end(),
                run.stopRequestedBy(),
                run.verdict(),
                !run.state().ended() && runs.attended(run.id()),
                run.failureRule(),
                run.pauseBetweenWaves(),
                run.turningBack(),
                run.pause(),
                hold(run),
                changeViews.waves(change),
                run.devices().stream()
                        .map(d -> device(d, change, byDevice.getOrDefault(d.id(), List.of())))
                        .toList(),
                rollbacks.findByRunIdOrderByNumber(run.id()).stream()
                        .map(RunViews::rollback)
                        .toList(),
                controls(run));
    }

    private static RunView.Hold hold(Run run) {
        return run.holdReason() == null
                ? null
                : new RunView.Hold(
                        run.holdReason(),
                        run.holdDevices(),
                        run.heldSince(),
                        RunWords.hold(new Decision.Hold(run.holdReason(), run.holdDevices())));
    }

    private static RunView.Rollback rollback(RunRollback r) {
        return new RunView.Rollback(
                r.number(),
                r.cause().name(),
                r.words(),
                r.whole(),
                r.devices(),
                r.begunAt(),
                r.endedAt(),
                r.state(),
                r.verdict());
    }

    private List<RunView.Control> controls(Run run) {
        Map<Long, String> names = run.devices().stream().collect(Collectors.toMap(RunDevice::id, RunDevice::name));
        return controls.findByRunIdOrderById(run.id()).stream()
                .map(c -> new RunView.Control(
                        c.kind().name(),
                        c.runDeviceId() == null ? null : names.get(c.runDeviceId()),
                        c.phase(),
                        c.reason(),
                        c.askedBy(),
                        c.askedAt(),
                        c.secondedBy(),
                        c.waitsForSecond()))
                .toList();
    }

    private RunView.Device device(RunDevice d, Change change, List<CheckResult> found) {
        Map<Phase, RunStep> latest = new EnumMap<>(Phase.class);
        d.steps().forEach(s -> latest.put(s.phase(), s));
        return new RunView.Device(
                d.id(),
                d.name(),
                d.wave(),
                d.target().device().partner() == null
                        ? null
                        : d.target().device().partner().name(),
                !d.hasScript(),
                latest.values().stream()
                        .map(s -> new RunView.Step(s.phase(), s.state(), s.startedAt(), s.endedAt(), s.words()))
                        .toList(),
                d.holds(),
                d.beforeBackupId(),
                hash(d.beforeBackupId()),
                d.afterBackupId(),
                hash(d.afterBackupId()),
                d.timer(),
                d.timerUntil(),
                d.written(),
                d.takenBack(),
                d.skippedBy(),
                d.skipReason(),
                change.checks().stream().map(c -> check(c, found)).toList());
    }

    private String hash(Long backupId) {
        return backupId == null ? null : backups.hashOf(backupId);
    }

    private RunView.Check check(ChangeCheck check, List<CheckResult> found) {
        Optional<CheckResult> before = latest(check, found, Stage.BEFORE);
        Optional<CheckResult> after = latest(check, found, Stage.AFTER);
        Optional<CheckResult> undone = latest(check, found, Stage.UNDONE);
        return new RunView.Check(
                changeViews.title(check.definition()),
                check.definition().expectation(),
                check.definition().value(),
                before.map(CheckResult::summary).orElse(null),
                before.map(CheckResult::passed).orElse(null),
                after.map(CheckResult::summary).orElse(null),
                after.map(CheckResult::passed).orElse(null),
                after.map(CheckResult::words).orElse(null),
                after.map(CheckResult::attempt).orElse(0),
                undone.map(CheckResult::summary).orElse(null),
                undone.map(CheckResult::passed).orElse(null));
    }

    private static Optional<CheckResult> latest(ChangeCheck check, List<CheckResult> found, Stage stage) {
        return found.stream()
                .filter(r -> r.checkId().equals(check.id()) && r.stage() == stage)
                .reduce((a, b) -> b);
    }

    /** What was said after the line with the given id, oldest first. */
    List<RunView.Line> lines(long runId, long after) {
        Run run = runs.findById(runId).orElseThrow(() -> ProblemException.notFound("Run " + runId));
        Map<Long, String> names = run.devices().stream().collect(Collectors.toMap(RunDevice::id, RunDevice::name));
        return lines.findByRunIdAndIdGreaterThanOrderById(runId, after, Limit.of(MOST_LINES)).stream()
                .map(l -> new RunView.Line(
                        l.id(),
                        l.runDeviceId() == null ? null : names.get(l.runDeviceId()),
                        l.at(),
                        l.kind().name(),
                        l.text(),
                        l.phase(),
                        l.stepState()))
                .toList();
    }
}
