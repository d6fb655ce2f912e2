package io.safestep.app.record.heads;

import io.safestep.app.job.RegularJob;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** Looks whether it is time to write the head of the record somewhere. */
@Component
class HeadClock implements RegularJob {

    private final Heads heads;

    HeadClock(Heads heads) {
        this.heads = heads;
    }

    @Override
    public String name() {
        return "record-heads";
    }

    @Override
    public Duration every() {
        return Duration.ofMinutes(5);
    }

    @Override
    public void execute() {
        heads.writeDue();
    }
}
