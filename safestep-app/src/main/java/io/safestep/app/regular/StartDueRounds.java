package io.safestep.app.regular;

import io.safestep.app.job.RegularJob;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** Looks which regular rounds have their time. */
@Component
class StartDueRounds implements RegularJob {

    private final RegularRounds rounds;

    StartDueRounds(RegularRounds rounds) {
        this.rounds = rounds;
    }

    @Override
    public String name() {
        return "regular-rounds";
    }

    @Override
    public Duration every() {
        return Duration.ofSeconds(10);
    }

    @Override
    public void execute() {
        rounds.startDue();
    }
}
