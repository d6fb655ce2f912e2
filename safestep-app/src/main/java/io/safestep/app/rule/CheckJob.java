package io.safestep.app.rule;

import io.safestep.app.job.JobHandler;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Looks at all devices that a rule is about, after it was written. The job's id begins with that of the rule. */
@Component
class CheckJob implements JobHandler {

    static final String NAME = "rule-check";

    private final Rules rules;

    CheckJob(Rules rules) {
        this.rules = rules;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public Optional<Instant> execute(String id) {
        rules.checkAll(Long.parseLong(id.substring(0, id.indexOf(':'))));
        return Optional.empty();
    }
}
