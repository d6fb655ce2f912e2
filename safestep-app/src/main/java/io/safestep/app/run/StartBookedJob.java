package io.safestep.app.run;

import io.safestep.app.job.JobHandler;
import io.safestep.app.job.Jobs;
import io.safestep.app.schedule.ChangeBooked;
import java.time.Instant;
import java.util.Optional;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Starts a run when its window opens. The job's id is the number of the change and the id of its booking. */
@Component
class StartBookedJob implements JobHandler {

    private final Runs runs;
    private final Jobs jobs;

    StartBookedJob(Runs runs, Jobs jobs) {
        this.runs = runs;
        this.jobs = jobs;
    }

    @Override
    public String name() {
        return "start-booked";
    }

    @Override
    public boolean urgent() {
        return true;
    }

    @Override
    public Optional<Instant> execute(String id) {
        String[] parts = id.split(":");
        runs.startByItself(Integer.parseInt(parts[0]), Long.parseLong(parts[1]));
        return Optional.empty();
    }

    @EventListener
    void booked(ChangeBooked booked) {
        if (booked.startAt() != null) {
            jobs.schedule(name(), booked.number() + ":" + booked.bookingId(), booked.startAt());
        }
    }
}
