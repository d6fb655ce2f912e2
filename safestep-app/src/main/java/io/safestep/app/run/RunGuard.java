package io.safestep.app.run;

import io.safestep.app.change.ChangesInSight;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.run.journal.RunRepository;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import io.safestep.app.sight.SubjectGuard;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Runs, by their ids: seen and acted on as their change is. */
@Component
@Transactional(readOnly = true)
class RunGuard implements SubjectGuard {

    private final RunRepository runs;
    private final ChangesInSight changes;

    RunGuard(RunRepository runs, ChangesInSight changes) {
        this.runs = runs;
        this.changes = changes;
    }

    @Override
    public Subject subject() {
        return Subject.RUN;
    }

    private String change(String id) {
        return runs.changeNumberOf(SubjectGuard.id(id, "This run"))
                .orElseThrow(() -> ProblemException.notFound("Run " + id))
                .toString();
    }

    @Override
    public void mustRead(Sight sight, String id) {
        try {
            changes.mustRead(sight, change(id));
        } catch (ProblemException e) {
            throw ProblemException.notFound("Run " + id); // the number of its change is not told either
        }
    }

    @Override
    public void mustAct(Sight sight, String id) {
        mustRead(sight, id);
        changes.mustAct(sight, change(id));
    }

    @Override
    public Optional<Looked> looked(String id) {
        return Optional.of(new Looked("CR-" + change(id), "run " + id));
    }
}
