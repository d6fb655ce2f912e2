package io.safestep.app.run.views;

import io.safestep.app.change.Changes;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeCheck;
import io.safestep.app.check.looks.CheckRules;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.run.checks.CheckOpening;
import io.safestep.app.run.checks.CheckOpeningRepository;
import io.safestep.app.run.checks.CheckQuestion;
import io.safestep.app.run.checks.CheckQuestions;
import io.safestep.app.run.checks.CheckResult;
import io.safestep.app.run.checks.CheckResult.Stage;
import io.safestep.app.run.checks.CheckResultRepository;
import io.safestep.app.run.journal.Run;
import io.safestep.app.run.journal.RunDevice;
import io.safestep.app.run.journal.RunRepository;
import io.safestep.core.check.CheckWords;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.check.evaluation.CheckOutcome;
import io.safestep.core.check.evaluation.CheckStanding;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What people see of the checks of runs, and who has looked at that. */
@Component
@Transactional(readOnly = true)
public class RunCheckViews {

    private final RunRepository runs;
    private final CheckResultRepository results;
    private final CheckQuestions questions;
    private final CheckOpeningRepository openings;
    private final Changes changes;
    private final CheckRules rules;
    private final Clock clock;

    RunCheckViews(
            RunRepository runs,
            CheckResultRepository results,
            CheckQuestions questions,
            CheckOpeningRepository openings,
            Changes changes,
            CheckRules rules,
            Clock clock) {
        this.runs = runs;
        this.results = results;
        this.questions = questions;
        this.openings = openings;
        this.changes = changes;
        this.rules = rules;
        this.clock = clock;
    }

    /** All of a run. */
    public RunChecks of(long runId) {
        Run run = existing(runId);
        List<Long> ids = run.devices().stream().map(RunDevice::id).toList();
        Map<CheckOpening.Place, List<CheckResult>> found = results.findByRunDeviceIdInOrderById(ids).stream()
                .collect(Collectors.groupingBy(r -> new CheckOpening.Place(r.runDeviceId(), r.checkId())));
        Map<CheckOpening.Place, CheckQuestion> asked = questions.openIn(run).stream()
                .collect(Collectors.toMap(
                        q -> new CheckOpening.Place(q.runDeviceId(), q.checkId()), Function.identity()));
        Map<CheckOpening.Place, String> opened = new HashMap<>();
        openings.findByPlaceRunDeviceIdIn(ids).forEach(o -> opened.put(o.place(), o.openedBy()));
        List<RunChecks.Row> rows = new ArrayList<>();
        Change change = changes.withId(run.changeId());
        for (ChangeCheck check : change.checks()) {
            CheckDefinition definition = check.definition();
            for (RunDevice device : run.devices()) {
                if (definition.concerns(device.name())) {
                    CheckOpening.Place place = new CheckOpening.Place(device.id(), check.id());
                    rows.add(row(
                            device,
                            check,
                            definition,
                            found.getOrDefault(place, List.of()),
                            asked.get(place),
                            opened.get(place)));
                }
            }
        }
        rows.sort(Comparator.comparing(RunCheckViews::badness)
                .reversed()
                .thenComparing(RunChecks.Row::wave)
                .thenComparing(RunChecks.Row::device));
        return new RunChecks(runId, CheckTally.of(rows).words(run.state().ended()), rows);
    }

    /** What needs a person comes first, then what is not known yet, then what is good. */
    private static int badness(RunChecks.Row row) {
        if (row.waitsUntil() != null) {
            return 5;
        }
        if (row.outcome() == null) {
            return 1;
        }
        return switch (row.outcome()) {
            case FAILED -> 4;
            case WARNED -> 3;
            case NOT_YET -> 2;
            case PASSED -> 0;
        };
    }

    private RunChecks.Row row(
            RunDevice device,
            ChangeCheck check,
            CheckDefinition definition,
            List<CheckResult> found,
            @Nullable CheckQuestion asked,
            @Nullable String openedBy) {
        CheckResult before = latest(found, Stage.BEFORE);
        CheckResult after = latest(found, Stage.AFTER);
        CheckResult undone = latest(found, Stage.UNDONE);
        return new RunChecks.Row(
                device.name(),
                device.wave(),
                check.id(),
                rules.title(definition),
                CheckWords.expected(definition),
                definition.severity(),
                check.service(),
                outcome(before, after),
                CheckStanding.of(outcome(before), outcome(after), outcome(undone), asked != null),
                new RunChecks.Row.Looks(view(before), view(after), view(undone), after == null ? 0 : after.attempt()),
                openedBy,
                definition.look().kind().asksPerson() ? definition.look().question() : null,
                asked == null ? null : asked.waitsUntil());
    }

    /** Until the change is made, only what is wrong before it is known. */
    private static @Nullable CheckOutcome outcome(@Nullable CheckResult before, @Nullable CheckResult after) {
        if (after != null) {
            return after.outcome();
        }
        return before == null || before.outcome() == CheckOutcome.PASSED ? null : before.outcome();
    }

    private static @Nullable CheckOutcome outcome(@Nullable CheckResult found) {
        return found == null ? null : found.outcome();
    }

    private static @Nullable CheckResult latest(List<CheckResult> found, Stage stage) {
        return found.stream()
                .filter(r -> r.stage() == stage)
                .reduce((a, b) -> b)
                .orElse(null);
    }

    private static RunChecks.@Nullable Found view(@Nullable CheckResult result) {
        return result == null
                ? null
                : new RunChecks.Found(result.outcome(), result.summary(), result.words(), result.at());
    }

    private static RunChecks.@Nullable Output output(@Nullable CheckResult result) {
        return result == null || !result.seen()
                ? null
                : new RunChecks.Output(result.at(), result.rows(), result.output());
    }

    /** What one check found on one device, with the device's own words. */
    public RunChecks.Detail detail(long runId, String deviceName, long checkId) {
        RunDevice device = device(existing(runId), deviceName);
        RunChecks.Row row = of(runId).rows().stream()
                .filter(r -> r.device().equals(deviceName) && r.check() == checkId)
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound("This check"));
        List<CheckResult> found = results.findByRunDeviceIdAndCheckIdOrderById(device.id(), checkId);
        return new RunChecks.Detail(
                row,
                output(latest(found, Stage.BEFORE)),
                output(latest(found, Stage.AFTER)),
                output(latest(found, Stage.UNDONE)));
    }

    /** Notes that somebody looks at what a check found; the first who does is kept. */
    @Transactional
    public void opened(long runId, String deviceName, long checkId, String login) {
        Run run = existing(runId);
        RunDevice device = device(run, deviceName);
        boolean known = changes.withId(run.changeId()).checks().stream()
                .anyMatch(c -> c.id() == checkId && c.definition().concerns(deviceName));
        if (!known) {
            throw ProblemException.notFound("This check");
        }
        CheckOpening.Place place = new CheckOpening.Place(device.id(), checkId);
        if (!openings.existsById(place)) {
            openings.save(new CheckOpening(place, login, clock.instant()));
        }
    }

    private Run existing(long runId) {
        return runs.findById(runId).orElseThrow(() -> ProblemException.notFound("Run " + runId));
    }

    private static RunDevice device(Run run, String name) {
        return run.devices().stream()
                .filter(d -> d.name().equals(name))
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound(name + " in this run"));
    }
}
