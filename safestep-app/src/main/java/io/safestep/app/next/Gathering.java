package io.safestep.app.next;

import io.safestep.app.approval.Reviews;
import io.safestep.app.change.stored.Outlines.Outline;
import io.safestep.app.run.views.RunStandings;
import io.safestep.app.schedule.Schedule;
import java.time.Clock;
import java.util.Collection;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Finds out what is known of changes. Asks a fixed number of questions of the database, however many changes there are. */
@Component
@Transactional(readOnly = true)
class Gathering {

    private final Reviews reviews;
    private final Schedule schedule;
    private final RunStandings runs;
    private final Clock clock;

    Gathering(Reviews reviews, Schedule schedule, RunStandings runs, Clock clock) {
        this.reviews = reviews;
        this.schedule = schedule;
        this.runs = runs;
        this.clock = clock;
    }

    Gathered of(Collection<Outline> changes) {
        return new Gathered(
                clock.instant(),
                reviews.gather(changes),
                schedule.bookings(changes),
                runs.latest(changes.stream().map(Outline::id).toList()));
    }
}
