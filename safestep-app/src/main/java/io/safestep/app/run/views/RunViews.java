package io.safestep.app.run.views;

import io.safestep.app.backup.Backups;
import io.safestep.app.change.Changes;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.views.ChangeViews;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.run.checks.CheckQuestion;
import io.safestep.app.run.checks.CheckQuestions;
import io.safestep.app.run.journal.Run;
import io.safestep.app.run.journal.RunControlRepository;
import io.safestep.app.run.journal.RunDevice;
import io.safestep.app.run.journal.RunLineRepository;
import io.safestep.app.run.journal.RunRepository;
import io.safestep.app.run.journal.RunRollback;
import io.safestep.app.run.journal.RunRollbackRepository;
import io.safestep.app.run.journal.RunStepRepository;
import io.safestep.app.run.journal.RunWords;
import io.safestep.core.run.BoardRow;
import io.safestep.core.run.Decision;
import io.safestep.core.run.DeviceProgress;
import io.safestep.core.run.Phase;
import io.safestep.core.run.StepState;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Turns runs into what people see of them. */
@Component
@Transactional(readOnly = true)
public class RunViews {

    private static final int MOST_LINES = 5_000;

    private final RunRepository runs;
    private final RunLineRepository lines;
    private final RunStepRepository steps;
    private final CheckQuestions questions;
    private final RunRollbackRepository rollbacks;
    private final RunControlRepository controls;
    private final Changes changes;
    private final ChangeViews changeViews;
    private final Backups backups;

    RunViews(
            RunRepository runs,
            RunLineRepository lines,
            RunStepRepository steps,
            CheckQuestions questions,
            RunRollbackRepository rollbacks,
            RunControlRepository controls,
            Changes changes,
            ChangeViews changeViews,
            Backups backups) {
        this.runs = runs;
        this.lines = lines;
        this.steps = steps;
        this.questions = questions;
        this.rollbacks = rollbacks;
        this.controls = controls;
        this.changes = changes;
        this.changeViews = changeViews;
        this.backups = backups;
    }

    public RunView one(long runId) {
        return of(runs.findById(runId).orElseThrow(() -> ProblemException.notFound("Run " + runId)));
    }

    public List<RunView> ofChange(int number) {
        return runs.findByChangeIdOrderByIdDesc(changes.numbered(number).id()).stream()
                .map(this::of)
                .toList();
    }

    public RunView of(Run run) {
        Change change = changes.withId(run.changeId());
        List<Told> devices = devices(run);
        return new RunView(
                run.id(),
                change.number(),
                run.state(),
                BoardRow.headline(
                        run.state(),
                        devices.stream().map(Told::progress).toList(),
                        run.turningBack(),
                        run.stopRequestedBy() != null),
                run.startedBy(),
                new RunView.Times(
                        run.startedAt(),
                        run.endedAt(),
                        run.estimatedEnd(),
                        run.turnBackAt(),
                        run.wayBackSeconds(),
                        run.window().start(),
                        run.window().end(),
                        run.freeze()),
                new RunView.Course(
                        run.stopRequestedBy(), run.verdict(), !run.state().ended() && runs.attended(run.id())),
                run.failureRule(),
                run.pauseBetweenWaves(),
                new RunView.Halt(run.turningBack(), run.pause(), hold(run), questions(run, change)),
                changeViews.waves(change),
                devices.stream().map(Told::view).toList(),
                rollbacks.findByRunIdOrderByNumber(run.id()).stream()
                        .map(RunViews::rollback)
                        .toList(),
                controls(run));
    }

    /** One for each check, for all devices that wait for the same answer. */
    private List<RunView.Question> questions(Run run, Change change) {
        Map<Long, String> names = run.devices().stream().collect(Collectors.toMap(RunDevice::id, RunDevice::name));
        Map<Long, List<CheckQuestion>> open = questions.openIn(run).stream()
                .collect(Collectors.groupingBy(CheckQuestion::checkId, TreeMap::new, Collectors.toList()));
        List<RunView.Question> views = new ArrayList<>();
        open.forEach((check, asked) -> views.add(new RunView.Question(
                check,
                change.checks().stream()
                        .filter(c -> c.id().equals(check))
                        .map(c -> c.definition().look().question())
                        .findFirst()
                        .orElse(""),
                asked.stream().map(q -> names.get(q.runDeviceId())).sorted().toList(),
                asked.stream()
                        .map(CheckQuestion::waitsUntil)
                        .min(Instant::compareTo)
                        .orElseThrow())));
        return views;
    }

    private static RunView.@Nullable Hold hold(Run run) {
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

    /** A device with how far it is. */
    private record Told(DeviceProgress progress, RunView.Device view) {}

    private List<Told> devices(Run run) {
        Map<Long, String> hashes = backups.hashesOf(run.devices().stream()
                .flatMap(d -> Stream.of(d.beforeBackupId(), d.afterBackupId()))
                .filter(Objects::nonNull)
                .toList());
        Map<Long, Map<Phase, RunView.Step>> latest = new HashMap<>();
        steps.shownOf(run.id())
                .forEach(s -> latest.computeIfAbsent(s.runDeviceId(), id -> new EnumMap<>(Phase.class))
                        .put(s.phase(), new RunView.Step(s.phase(), s.state(), s.startedAt(), s.endedAt(), s.words())));
        return run.devices().stream()
                .map(d -> device(run, d, latest.getOrDefault(d.id(), Map.of()), hashes))
                .toList();
    }

    private static Told device(Run run, RunDevice d, Map<Phase, RunView.Step> steps, Map<Long, String> hashes) {
        Map<Phase, StepState> states = new EnumMap<>(Phase.class);
        Map<Phase, String> words = new EnumMap<>(Phase.class);
        steps.forEach((phase, step) -> {
            states.put(phase, step.state());
            if (step.words() != null) {
                words.put(phase, step.words());
            }
        });
        DeviceProgress progress = new DeviceProgress(
                d.name(), d.wave(), d.hasScript(), d.timer(), d.written(), d.takenBack(), d.skipped(), states);
        RunView.LeftOut leftOut = d.skippedBy() == null ? null : new RunView.LeftOut(d.skippedBy(), d.skipReason());
        RunView.Copy before = copy(d.beforeBackupId(), hashes);
        BoardRow row = BoardRow.of(
                progress,
                new BoardRow.Notes(
                        words,
                        steps.values().stream()
                                .max(Comparator.comparing(RunView.Step::startedAt)
                                        .thenComparing(RunView.Step::phase))
                                .map(RunView.Step::phase)
                                .orElse(null),
                        d.holds(),
                        before == null ? null : before.hash(),
                        leftOut == null ? null : leftOut.by() + ": " + leftOut.reason(),
                        run.state().ended(),
                        run.turningBack()));
        return new Told(
                progress,
                new RunView.Device(
                        d.id(),
                        d.name(),
                        d.wave(),
                        d.device().partner() == null
                                ? null
                                : d.device().partner().name(),
                        !d.hasScript(),
                        List.copyOf(steps.values()),
                        d.holds(),
                        before,
                        copy(d.afterBackupId(), hashes),
                        d.timerUntil(),
                        d.written(),
                        d.takenBack(),
                        leftOut,
                        row));
    }

    private static RunView.@Nullable Copy copy(@Nullable Long backup, Map<Long, String> hashes) {
        return backup == null ? null : new RunView.Copy(backup, hashes.getOrDefault(backup, ""));
    }

    /** What was said after the line with the given id, oldest first. */
    public List<RunView.Line> lines(long runId, long after) {
        return lines(runId, after, names(runId));
    }

    /** By the id that devices have in the run. They stay the same while it goes on. */
    Map<Long, String> names(long runId) {
        return runs.findById(runId).orElseThrow(() -> ProblemException.notFound("Run " + runId)).devices().stream()
                .collect(Collectors.toMap(RunDevice::id, RunDevice::name));
    }

    /** The same, for someone who asks again and again and has the names. */
    public List<RunView.Line> lines(long runId, long after, Map<Long, String> names) {
        return lines.after(runId, after, Limit.of(MOST_LINES)).stream()
                .map(l -> new RunView.Line(
                        l.id(),
                        l.runDeviceId() == null ? null : names.get(l.runDeviceId()),
                        l.at(),
                        l.kind(),
                        l.text(),
                        l.phase(),
                        l.state()))
                .toList();
    }
}
