package io.safestep.app.run.phases;

import io.safestep.app.check.looks.CheckLooks;
import io.safestep.app.check.looks.CheckLooks.Seen;
import io.safestep.app.run.checks.CheckQuestions;
import io.safestep.app.run.checks.CheckResult;
import io.safestep.app.run.checks.CheckResult.Stage;
import io.safestep.app.run.checks.CheckResultRepository;
import io.safestep.app.run.journal.PhaseResult;
import io.safestep.app.run.journal.RunJournal;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.check.definition.LookKind;
import io.safestep.core.check.evaluation.CheckEvaluation;
import io.safestep.core.check.evaluation.CheckOutcome;
import io.safestep.core.check.evaluation.CheckVerdict;
import io.safestep.core.check.evaluation.Observation;
import io.safestep.drivers.DeviceException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Looks at the checks of a change on one device, before, after, and after an undo. */
@Component
class CheckPhases {

    private static final PhaseResult NO_CHECKS = PhaseResult.done("no checks were chosen");

    private final CheckLooks looks;
    private final CheckQuestions questions;
    private final CheckResultRepository results;
    private final RunJournal journal;
    private final Clock clock;

    CheckPhases(
            CheckLooks looks,
            CheckQuestions questions,
            CheckResultRepository results,
            RunJournal journal,
            Clock clock) {
        this.looks = looks;
        this.questions = questions;
        this.results = results;
        this.journal = journal;
        this.clock = clock;
    }

    /**
     * A check with what came of its latest look.
     *
     * @param awaits a person was still asked when nothing of an answer was seen
     */
    private record Looked(DeviceWork.Check check, CheckVerdict verdict, boolean awaits) {
        String words() {
            return check.title() + ": " + verdict.words();
        }
    }

    PhaseResult before(DeviceWork work) {
        List<DeviceWork.Check> checks = of(work, k -> !k.asksPerson());
        if (checks.isEmpty()) {
            return NO_CHECKS;
        }
        List<Looked> looked = look(work, checks, Stage.BEFORE, Map.of(), 1);
        List<Looked> failed = failed(looked);
        return failed.isEmpty()
                ? PhaseResult.done(count(checks.size()) + " looked at" + notPassed(looked))
                : PhaseResult.failed(words(failed) + "; nothing was written");
    }

    /** Whether the configuration is saved is not asked here: that comes after this, when these have passed. */
    PhaseResult after(DeviceWork work) throws DeviceException {
        return untilSettled(work, of(work, k -> !k.onceSaved()), Stage.AFTER, true);
    }

    PhaseResult undone(DeviceWork work) throws DeviceException {
        return untilSettled(work, of(work, LookKind::afterUndo), Stage.UNDONE, false);
    }

    /**
     * Looks whether the configuration is saved, where a check asks for that.
     *
     * @param otherwise what came of the phase where none does
     */
    PhaseResult saved(DeviceWork work, PhaseResult otherwise) {
        List<DeviceWork.Check> checks = of(work, LookKind::onceSaved);
        if (checks.isEmpty()) {
            return otherwise;
        }
        List<Looked> failed = failed(look(work, checks, Stage.AFTER, before(work.runDeviceId()), 1));
        return failed.isEmpty() ? otherwise : PhaseResult.failed(words(failed));
    }

    private static List<DeviceWork.Check> of(DeviceWork work, Predicate<LookKind> wanted) {
        return work.checks().stream()
                .filter(c -> wanted.test(c.definition().look().kind()))
                .toList();
    }

    private Map<Long, Observation> before(long runDeviceId) {
        Map<Long, Observation> before = new HashMap<>();
        results.findByRunDeviceIdAndStageOrderById(runDeviceId, Stage.BEFORE).stream()
                .filter(CheckResult::seen)
                .forEach(r -> before.put(r.checkId(), r.observation()));
        return before;
    }

    /** Looks again and again until every check has passed or has had its time. */
    private PhaseResult untilSettled(DeviceWork work, List<DeviceWork.Check> checks, Stage stage, boolean stoppable)
            throws DeviceException {
        if (checks.isEmpty()) {
            return NO_CHECKS;
        }
        Map<Long, Observation> before = before(work.runDeviceId());
        CheckQuestions.About about =
                new CheckQuestions.About(work.drive().runId(), work.changeNumber(), work.runDeviceId(), work.name());
        checks.stream()
                .filter(c -> c.definition().look().kind().asksPerson())
                .forEach(c -> questions.ask(about, c.id(), c.definition()));
        Instant start = clock.instant();
        Map<Long, Instant> rightSince = new HashMap<>();
        List<Looked> ended = new ArrayList<>();
        List<DeviceWork.Check> open = checks;
        String told = "";
        for (int attempt = 1; ; attempt++) {
            List<Looked> looked = look(work, open, stage, before, attempt);
            Instant now = clock.instant();
            Duration passed = Duration.between(start, now);
            looked.forEach(l -> {
                if (l.verdict().passed()) {
                    rightSince.putIfAbsent(l.check().id(), now);
                } else {
                    rightSince.remove(l.check().id());
                }
            });
            List<Looked> staying = stage != Stage.AFTER
                    ? List.of()
                    : looked.stream().filter(l -> hasToStay(l, rightSince, now)).toList();
            List<Looked> unsettled = looked.stream()
                    .filter(l -> staying.contains(l) || isOpen(l, stage, passed))
                    .toList();
            looked.stream().filter(l -> !unsettled.contains(l)).forEach(ended::add);
            List<Looked> failed = failed(ended);
            if (!failed.isEmpty()) {
                return PhaseResult.failed(words(failed));
            }
            if (unsettled.isEmpty()) {
                long good = ended.stream().filter(l -> l.verdict().passed()).count();
                return PhaseResult.done(count((int) good) + " passed" + notPassed(ended));
            }
            open = unsettled.stream().map(Looked::check).toList();
            Duration pause = pause(open);
            boolean asksOnly =
                    open.stream().allMatch(c -> c.definition().look().kind().asksPerson());
            String words = asksOnly
                    ? "waiting for an answer: " + open.get(0).title()
                    : staying.size() == unsettled.size()
                            ? stayingWords(staying)
                            : "settling: " + words(unsettled) + "; looking again every " + pause.toSeconds() + " s";
            if (!words.equals(told)) {
                journal.note(work.drive(), work.runDeviceId(), words);
                told = words;
            }
            if (stoppable && stoppedWithin(work, pause)) {
                return PhaseResult.failed("stopped while settling: " + words(unsettled));
            }
            if (!stoppable) {
                Patience.pause(pause);
            }
        }
    }

    /** Whether it is looked at once more: what may be incomplete for longer than this change is not waited for. */
    private static boolean isOpen(Looked looked, Stage stage, Duration passed) {
        CheckDefinition check = looked.check().definition();
        if (looked.verdict().passed() || looked.verdict().outcome() == CheckOutcome.NOT_YET) {
            return false;
        }
        return check.look().kind().asksPerson()
                ? looked.awaits()
                : passed.compareTo(Duration.ofSeconds(settle(check, stage))) < 0;
    }

    /** What a timer has ended takes as long as the timer to come back. */
    private static int settle(CheckDefinition check, Stage stage) {
        return check.settleSeconds() + (stage == Stage.UNDONE ? check.stays() : 0);
    }

    /** Right, but not for as long as it has to be. */
    private static boolean hasToStay(Looked looked, Map<Long, Instant> rightSince, Instant now) {
        Instant since = rightSince.get(looked.check().id());
        int stays = looked.check().definition().stays();
        return since != null && stays > 0 && now.isBefore(since.plusSeconds(stays));
    }

    private static String stayingWords(List<Looked> staying) {
        Looked longest = staying.stream()
                .max(Comparator.comparing(l -> l.check().definition().stays()))
                .orElseThrow();
        return "right so far; has to stay so for "
                + longest.check().definition().stays() + " s without a break: "
                + String.join("; ", staying.stream().map(l -> l.check().title()).toList());
    }

    private static Duration pause(List<DeviceWork.Check> open) {
        return Duration.ofSeconds(open.stream()
                .mapToInt(c -> c.definition().everySeconds())
                .min()
                .orElse(CheckDefinition.USUAL_PAUSE_SECONDS));
    }

    private boolean stoppedWithin(DeviceWork work, Duration time) throws DeviceException {
        for (long waited = 0; waited < time.toMillis(); waited += 250) {
            if (!journal.mayGoOn(work.drive(), work.runDeviceId())) {
                return true;
            }
            Patience.pause(Duration.ofMillis(250));
        }
        return false;
    }

    private List<Looked> look(
            DeviceWork work, List<DeviceWork.Check> checks, Stage stage, Map<Long, Observation> before, int attempt) {
        List<Seen> seen = looks.look(
                work.visits(),
                work.deviceId(),
                checks.stream().map(DeviceWork.Check::definition).toList(),
                work.runStartedAt(),
                new Journalled(work));
        List<Looked> looked = new ArrayList<>();
        List<CheckResult> found = new ArrayList<>();
        for (int i = 0; i < checks.size(); i++) {
            DeviceWork.Check check = checks.get(i);
            boolean isQuestion = check.definition().look().kind().asksPerson();
            // Asked first: an answer that comes between the two is seen at the next look, and never taken for none.
            boolean open = isQuestion && questions.isOpen(work.runDeviceId(), check.id());
            Seen answer = isQuestion ? new Seen(questions.answer(work.runDeviceId(), check.id()), null) : seen.get(i);
            CheckVerdict verdict = verdict(check, stage, before.get(check.id()), answer);
            found.add(new CheckResult(
                    work.runDeviceId(), check.id(), stage, answer.observation(), verdict, attempt, clock.instant()));
            looked.add(new Looked(
                    check,
                    verdict,
                    open
                            && answer.observation() != null
                            && answer.observation().rows().isEmpty()));
        }
        results.saveAll(found);
        return looked;
    }

    private static CheckVerdict verdict(DeviceWork.Check check, Stage stage, @Nullable Observation before, Seen seen) {
        if (seen.observation() == null) {
            return CheckEvaluation.unseen(
                    check.definition(), Objects.requireNonNullElse(seen.unseen(), "not looked at"));
        }
        return switch (stage) {
            case BEFORE -> CheckEvaluation.before(check.definition(), seen.observation());
            case AFTER ->
                CheckEvaluation.after(check.definition(), before, seen.observation(), check.stillIncomplete());
            case UNDONE -> CheckEvaluation.undone(check.definition(), before, seen.observation());
        };
    }

    private static List<Looked> failed(List<Looked> looked) {
        return looked.stream().filter(l -> !l.verdict().mayGoOn()).toList();
    }

    private static String words(List<Looked> looked) {
        return String.join("; ", looked.stream().map(Looked::words).toList());
    }

    private static String notPassed(List<Looked> looked) {
        long warned = looked.stream()
                .filter(l -> l.verdict().outcome() == CheckOutcome.WARNED)
                .count();
        long notYet = looked.stream()
                .filter(l -> l.verdict().outcome() == CheckOutcome.NOT_YET)
                .count();
        return (warned == 0 ? "" : ", " + warned + (warned == 1 ? " warns" : " warn"))
                + (notYet == 0 ? "" : ", " + notYet + " not yet");
    }

    private static String count(int checks) {
        return checks == 1 ? "1 check" : checks + " checks";
    }

    /** Writes down what is said. */
    private final class Journalled implements CheckLooks.Dialogue {

        private final DeviceWork work;

        Journalled(DeviceWork work) {
            this.work = work;
        }

        @Override
        public void sent(String command) {
            journal.sent(work.drive(), work.runDeviceId(), command);
        }

        @Override
        public void heard(String answer) {
            journal.heard(work.drive(), work.runDeviceId(), answer);
        }

        /** What is said to others is no part of what was said to this device. */
        @Override
        public CheckLooks.Dialogue elsewhere(String who) {
            return new CheckLooks.Dialogue() {
                @Override
                public void sent(String command) {
                    // The probe itself stays with the one that was asked; the check tells what came of it.
                }

                @Override
                public void heard(String answer) {
                    journal.note(work.drive(), work.runDeviceId(), "looked at from " + who);
                }
            };
        }
    }
}
