package io.safestep.app.round;

import io.safestep.app.job.JobHandler;
import io.safestep.app.problem.DatabaseProblem;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.round.RoundAction.Outcome;
import io.safestep.app.round.RoundRows.Waiting;
import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Does a round: many devices at once, each result stored as it comes. The job's id is that of the round. */
@Component
class RoundJob implements JobHandler {

    static final String NAME = "round";

    private static final Logger LOG = LoggerFactory.getLogger(RoundJob.class);
    private static final int AT_ONCE = 48;

    private final RoundRepository repository;
    private final RoundRows rows;
    private final Map<String, RoundAction> actions = new HashMap<>();
    private final TransactionTemplate transaction;
    private final Clock clock;

    RoundJob(
            RoundRepository repository,
            RoundRows rows,
            List<RoundAction> actions,
            TransactionTemplate transaction,
            Clock clock) {
        this.repository = repository;
        this.rows = rows;
        actions.forEach(a -> this.actions.put(a.name(), a));
        this.transaction = transaction;
        this.clock = clock;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public Optional<Instant> execute(String id) {
        long roundId = Long.parseLong(id);
        Round round = repository.findById(roundId).orElseThrow();
        rows.takeUp(roundId);
        // A round that was stopped has nothing to wait for.
        List<Waiting> waiting = rows.waiting(roundId, round.stopRequestedBy() == null ? clock.instant() : Instant.MAX);
        new Dispatch(rows, waiting, AT_ONCE, w -> outcome(round, w)).run();
        Optional<Instant> next = rows.nextDue(roundId);
        if (next.isEmpty()) {
            transaction.executeWithoutResult(
                    t -> repository.findById(roundId).orElseThrow().end(clock.instant()));
        }
        return next;
    }

    private Outcome outcome(Round round, Waiting waiting) {
        try {
            RoundAction action = actions.get(round.action());
            return action == null
                    ? Outcome.bad("This version of Safe Step does not know the action " + round.action() + ".")
                    : action.on(waiting.deviceId(), waiting.device(), round.argument(), round.startedBy());
        } catch (ProblemException e) {
            return Outcome.bad(e.getMessage());
        } catch (RuntimeException e) {
            // One device must not keep the others from their turn.
            LOG.error("Round {} failed on {}", round.id(), waiting.device(), e);
            return Outcome.bad(DatabaseProblem.of(e)
                    .map(ProblemException::getMessage)
                    .orElse("Something went wrong inside Safe Step. The log of this moment tells what."));
        }
    }
}
