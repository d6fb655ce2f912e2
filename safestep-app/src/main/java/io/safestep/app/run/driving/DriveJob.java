package io.safestep.app.run.driving;

import io.safestep.app.job.JobHandler;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Drives a run to its end. The job's id is that of the run. */
@Component
public class DriveJob implements JobHandler {

    public static final String NAME = "drive-run";

    private final RunDriver driver;

    DriveJob(RunDriver driver) {
        this.driver = driver;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public boolean urgent() {
        return true;
    }

    @Override
    public Optional<Instant> execute(String id) {
        return driver.drive(Long.parseLong(id));
    }
}
