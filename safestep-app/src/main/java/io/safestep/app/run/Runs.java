package io.safestep.app.run;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.Changes;
import io.safestep.app.change.stored.Change;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.run.journal.RunRepository;
import io.safestep.app.run.views.RunView;
import io.safestep.app.run.views.RunViews;
import io.safestep.app.schedule.Schedule;
import io.safestep.core.change.ChangeState;
import io.safestep.core.run.RunState;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Starts runs, and says which go on. The front door of this package. */
@Service
@Transactional
public class Runs {

    private final RunRepository repository;
    private final Changes changes;
    private final Schedule schedule;
    private final RunViews views;
    private final TransactionTemplate transaction;
    private final RunStart starting;

    Runs(
            RunRepository repository,
            Changes changes,
            Schedule schedule,
            RunViews views,
            TransactionTemplate transaction,
            RunStart starting) {
        this.repository = repository;
        this.changes = changes;
        this.schedule = schedule;
        this.views = views;
        this.transaction = transaction;
        this.starting = starting;
    }

    /**
     * Starts the run of a booked change.
     *
     * @throws ProblemException when one of the gates is closed; the sentence says which
     */
    public RunView start(int number, String login) {
        return views.of(starting.begin(number, login));
    }

    /** The change that runs on a device now; empty when none does. */
    @Transactional(readOnly = true)
    public Optional<String> changeRunningOn(long deviceId) {
        return repository
                .claimedBy(deviceId)
                .flatMap(repository::findById)
                .map(run -> changes.withId(run.changeId()).subject());
    }

    /** Subjects of the changes that run anywhere now. */
    @Transactional(readOnly = true)
    public List<String> changesRunning() {
        return repository.findByStateIn(EnumSet.of(RunState.RUNNING, RunState.PAUSED, RunState.ROLLING_BACK)).stream()
                .map(run -> changes.withId(run.changeId()).subject())
                .toList();
    }

    /** The start of a booked change when its window opens; what stands in the way is noted on the booking. */
    @Transactional(propagation = Propagation.NOT_SUPPORTED)
    public void startByItself(int number, long bookingId) {
        boolean stillBooked = Boolean.TRUE.equals(transaction.execute(t -> {
            Change change = changes.numbered(number);
            return change.state() == ChangeState.BOOKED
                    && schedule.booking(change).filter(b -> b.id() == bookingId).isPresent();
        }));
        if (!stillBooked) {
            return;
        }
        try {
            transaction.executeWithoutResult(t -> start(number, AuditLog.SAFE_STEP));
        } catch (ProblemException e) {
            schedule.noteRefusal(number, e.getMessage());
        }
    }
}
