package io.safestep.app.round;

import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import io.safestep.app.sight.SubjectGuard;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Rounds, by their ids: seen by who began them and by who sees one of their devices, acted on by who may act on all. */
@Component
class RoundGuard implements SubjectGuard {

    private final Rounds rounds;

    RoundGuard(Rounds rounds) {
        this.rounds = rounds;
    }

    @Override
    public Subject subject() {
        return Subject.ROUND;
    }

    @Override
    public void mustRead(Sight sight, String id) {
        if (!rounds.shows(sight, rounds.view(SubjectGuard.id(id, "This round")))) {
            throw ProblemException.notFound("This round");
        }
    }

    @Override
    public void mustAct(Sight sight, String id) {
        RoundView round = rounds.view(SubjectGuard.id(id, "This round"));
        if (!rounds.shows(sight, round)) {
            throw ProblemException.notFound("This round");
        }
        if (!round.results().stream().allMatch(r -> sight.acts(r.device()))) {
            throw ProblemException.forbidden(
                    "The round holds devices on which you may not act. Begin one of your own.");
        }
    }

    @Override
    public Optional<Looked> looked(String id) {
        return Optional.of(new Looked("round " + id, ""));
    }
}
