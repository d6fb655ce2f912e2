package io.safestep.app.notice;

import io.safestep.app.job.RegularJob;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** Tells people what they should know, and mails it. */
@Component
class TellJob implements RegularJob {

    private final Telling telling;
    private final Mailing mailing;

    TellJob(Telling telling, Mailing mailing) {
        this.telling = telling;
        this.mailing = mailing;
    }

    @Override
    public String name() {
        return "notices";
    }

    @Override
    public Duration every() {
        return Duration.ofSeconds(5);
    }

    @Override
    public void execute() {
        telling.tellDue();
        telling.tellDaily();
        mailing.sendDue();
    }
}
