package io.safestep.app.run.checks;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.Changes;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.run.events.RunWaits;
import io.safestep.app.run.journal.Run;
import io.safestep.app.run.journal.RunDevice;
import io.safestep.app.run.journal.RunNotes;
import io.safestep.app.run.journal.RunRepository;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.check.evaluation.Observation;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What checks ask people in mid-run. A question is stored before anybody is told, so that it outlives the process. */
@Service
@Transactional
public class CheckQuestions {

    private static final Duration UNTIL_STORED = Duration.ofSeconds(2);

    private final CheckQuestionRepository questions;
    private final RunRepository runs;
    private final RunNotes notes;
    private final Changes changes;
    private final AuditLog audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    CheckQuestions(
            CheckQuestionRepository questions,
            RunRepository runs,
            RunNotes notes,
            Changes changes,
            AuditLog audit,
            ApplicationEventPublisher events,
            Clock clock) {
        this.questions = questions;
        this.runs = runs;
        this.notes = notes;
        this.changes = changes;
        this.audit = audit;
        this.events = events;
        this.clock = clock;
    }

    /** A device of a run about which checks ask. */
    public record About(long runId, int changeNumber, long runDeviceId, String device) {}

    /**
     * Asks what a check asks. A question that waits already goes on waiting, a yes stays; after a no, or when nobody has
     * answered in time, it is asked anew.
     *
     * @param check one that asks a person
     */
    public void ask(About about, long checkId, CheckDefinition check) {
        Instant now = clock.instant();
        CheckQuestion question = questions
                .findByRunDeviceIdAndCheckId(about.runDeviceId(), checkId)
                .orElse(null);
        if (question != null && (question.confirmed() || isOpen(question, now))) {
            return;
        }
        boolean first = openIn(runs.findById(about.runId()).orElseThrow()).stream()
                .noneMatch(q -> q.checkId().equals(checkId));
        CheckQuestion asked = question == null ? new CheckQuestion(about.runDeviceId(), checkId) : question;
        asked.ask(now, now.plusSeconds(check.settleSeconds()));
        questions.save(asked);
        if (first) {
            // Many devices that ask the same make one message.
            events.publishEvent(new RunWaits(
                    about.runId(),
                    about.changeNumber(),
                    "on " + about.device() + ": " + check.look().question()));
        }
    }

    private static boolean isOpen(CheckQuestion question, Instant now) {
        return !question.answered() && now.isBefore(question.waitsUntil());
    }

    /** Whether an answer may still come; one given at the last moment takes a while until it is stored. */
    @Transactional(readOnly = true)
    public boolean isOpen(long runDeviceId, long checkId) {
        return questions
                .findByRunDeviceIdAndCheckId(runDeviceId, checkId)
                .filter(q -> isOpen(q, clock.instant().minus(UNTIL_STORED)))
                .isPresent();
    }

    /** The answer as a check sees it; without rows while there is none. */
    @Transactional(readOnly = true)
    public Observation answer(long runDeviceId, long checkId) {
        return new Observation(questions
                .findByRunDeviceIdAndCheckId(runDeviceId, checkId)
                .filter(CheckQuestion::answered)
                .map(q -> List.of((q.confirmed() ? "yes" : "no") + "\tby " + q.answeredBy()
                        + (q.words().isEmpty() ? "" : ": " + q.words())))
                .orElse(List.of()));
    }

    /** The questions of a run that wait now. */
    @Transactional(readOnly = true)
    public List<CheckQuestion> openIn(Run run) {
        return run.state().ended() ? List.of() : questions.openIn(run.id(), clock.instant());
    }

    /**
     * Answers a question for some devices at once.
     *
     * @param devices names
     * @param words what the person saw; needed for a no
     */
    public void answer(
            long runId, long checkId, List<String> devices, boolean yes, @Nullable String words, String login) {
        Run run = runs.lock(runId).orElseThrow(() -> ProblemException.notFound("Run " + runId));
        String said = words == null ? "" : words.strip();
        if (!yes && said.isEmpty()) {
            throw ProblemException.invalid("words", "Say what is wrong: it is read by whoever undoes it.");
        }
        for (String name : devices) {
            RunDevice device = run.devices().stream()
                    .filter(d -> d.name().equals(name))
                    .findFirst()
                    .orElseThrow(() -> ProblemException.notFound(name + " in this run"));
            CheckQuestion question = questions
                    .findByRunDeviceIdAndCheckId(device.id(), checkId)
                    .orElseThrow(() -> ProblemException.refused("Nobody is asked about " + name + " now."));
            if (question.answered()) {
                throw ProblemException.moved(question.answeredBy() + " has answered this for " + name + " already.");
            }
            if (!isOpen(question, clock.instant())) {
                throw ProblemException.refused("The time to answer for " + name + " is over.");
            }
            question.answer(yes, said, login, clock.instant());
            notes.add(
                    runId,
                    device.id(),
                    login + " answers " + (yes ? "yes" : "no") + (said.isEmpty() ? "" : ": " + said));
        }
        String asked = changes.withId(run.changeId()).checks().stream()
                .filter(c -> c.id().equals(checkId))
                .map(c -> question(c.definition()))
                .findFirst()
                .orElse("");
        audit.write(
                login,
                changes.withId(run.changeId()).subject(),
                "answered a question of its run",
                "\"" + asked + "\" " + (yes ? "Yes" : "No") + " for " + String.join(", ", devices)
                        + (said.isEmpty() ? "." : ": " + said));
    }

    private static String question(CheckDefinition check) {
        return Objects.requireNonNull(check.look().question());
    }
}
