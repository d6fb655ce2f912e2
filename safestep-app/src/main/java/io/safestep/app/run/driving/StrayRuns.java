package io.safestep.app.run.driving;

import io.safestep.app.job.Jobs;
import io.safestep.app.job.RegularJob;
import io.safestep.app.run.journal.RunRepository;
import io.safestep.core.run.RunState;
import java.time.Duration;
import java.util.EnumSet;
import org.springframework.stereotype.Component;

/** Looks for runs that go on and that nobody is going to drive, so that none is ever forgotten. */
@Component
class StrayRuns implements RegularJob {

    private final RunRepository runs;
    private final Jobs jobs;

    StrayRuns(RunRepository runs, Jobs jobs) {
        this.runs = runs;
        this.jobs = jobs;
    }

    @Override
    public String name() {
        return "stray-runs";
    }

    @Override
    public Duration every() {
        return Duration.ofSeconds(10);
    }

    /** Storing a job that is stored already changes nothing. */
    @Override
    public void execute() {
        runs.findByStateIn(EnumSet.of(RunState.RUNNING, RunState.PAUSED, RunState.ROLLING_BACK))
                .forEach(run -> jobs.schedule(DriveJob.NAME, Long.toString(run.id())));
    }
}
