package io.safestep.app.drift;

import io.safestep.app.job.RegularJob;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** Looks whether findings have to be decided about again. */
@Component
class Upkeep implements RegularJob {

    private final Findings findings;

    Upkeep(Findings findings) {
        this.findings = findings;
    }

    @Override
    public String name() {
        return "drift-upkeep";
    }

    @Override
    public Duration every() {
        return Duration.ofSeconds(20);
    }

    @Override
    public void execute() {
        findings.upkeep();
    }
}
