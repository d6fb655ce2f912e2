package io.safestep.app.run.controls;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.Changes;
import io.safestep.app.job.Jobs;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.run.driving.DriveJob;
import io.safestep.app.run.journal.Run;
import io.safestep.app.run.journal.RunControl;
import io.safestep.app.run.journal.RunControl.Kind;
import io.safestep.app.run.journal.RunControlRepository;
import io.safestep.app.run.journal.RunDevice;
import io.safestep.app.run.journal.RunNotes;
import io.safestep.app.run.journal.RunRepository;
import io.safestep.app.run.journal.RunStep;
import io.safestep.app.run.journal.RunStepRepository;
import io.safestep.app.run.views.RunView;
import io.safestep.app.run.views.RunViews;
import io.safestep.core.run.Phase;
import io.safestep.core.run.RunState;
import io.safestep.core.run.StepState;
import java.time.Clock;
import java.util.Optional;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Holds a run while a person does something to it, so that of two who press at once one wins and the other is told; and
 * writes down what they did.
 */
@Service
@Transactional(propagation = Propagation.MANDATORY)
class ControlRecord {

    private final RunRepository runs;
    private final RunControlRepository controls;
    private final RunStepRepository steps;
    private final RunNotes notes;
    private final Changes changes;
    private final Jobs jobs;
    private final AuditLog audit;
    private final RunViews views;
    private final Clock clock;

    ControlRecord(
            RunRepository runs,
            RunControlRepository controls,
            RunStepRepository steps,
            RunNotes notes,
            Changes changes,
            Jobs jobs,
            AuditLog audit,
            RunViews views,
            Clock clock) {
        this.runs = runs;
        this.controls = controls;
        this.steps = steps;
        this.notes = notes;
        this.changes = changes;
        this.jobs = jobs;
        this.audit = audit;
        this.views = views;
        this.clock = clock;
    }

    Run held(long runId) {
        return runs.lock(runId).orElseThrow(() -> ProblemException.notFound("Run " + runId));
    }

    static RunDevice device(Run run, String name) {
        return run.devices().stream()
                .filter(d -> d.name().equals(name))
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound(name + " in run " + run.id()));
    }

    static String required(@Nullable String reason, String otherwise) {
        if (reason == null || reason.isBlank()) {
            throw ProblemException.invalid("reason", otherwise + ".");
        }
        return reason.strip();
    }

    /** What the first of two people has proposed; empty when nothing waits for a second one. */
    Optional<RunControl> proposal(Run run, Kind kind, Predicate<RunControl> about) {
        return controls.findByRunIdOrderById(run.id()).stream()
                .filter(c -> c.kind() == kind && c.waitsForSecond())
                .filter(about)
                .findFirst();
    }

    void secondPerson(RunControl proposal, String login) {
        if (proposal.askedBy().equals(login)) {
            throw ProblemException.refused(
                    "You have proposed this yourself. A second person has to agree (four eyes).");
        }
        proposal.second(login, clock.instant());
    }

    /** Has a phase be done once more. */
    void again(RunDevice device, Phase phase) {
        steps.save(new RunStep(device, phase, StepState.AGAIN, "to be done once more", clock.instant()));
    }

    String lastBy(Run run, Kind kind) {
        return controls.findByRunIdOrderById(run.id()).stream()
                .filter(c -> c.kind() == kind)
                .reduce((a, b) -> b)
                .map(RunControl::askedBy)
                .orElse("");
    }

    RunView sameOrTold(Run run, String by, String login, String what) {
        if (!login.equals(by)) {
            throw ProblemException.moved(by + " " + what + ".");
        }
        return views.of(run);
    }

    RunView done(
            Run run,
            @Nullable RunDevice device,
            Kind kind,
            @Nullable Phase phase,
            @Nullable String reason,
            String login,
            String words) {
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

    RunView told(Run run, @Nullable RunDevice device, String login, String words) {
        notes.add(run.id(), device == null ? null : device.id(), login + " " + words);
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

    static String words(RunState state) {
        return state.word();
    }
}
