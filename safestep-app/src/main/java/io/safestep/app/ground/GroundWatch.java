package io.safestep.app.ground;

import io.safestep.app.job.RegularJob;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** Looks at the ground of changes that wait to be decided about or to run, whenever their devices hold something new. */
@Component
class GroundWatch implements RegularJob {

    private final Grounds grounds;

    GroundWatch(Grounds grounds) {
        this.grounds = grounds;
    }

    @Override
    public String name() {
        return "ground-watch";
    }

    @Override
    public Duration every() {
        return Duration.ofSeconds(15);
    }

    @Override
    public void execute() {
        grounds.toLookAt().forEach(grounds::look);
    }
}
