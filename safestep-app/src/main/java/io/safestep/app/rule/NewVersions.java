package io.safestep.app.rule;

import io.safestep.app.backup.BackedUp;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Has every new version of a configuration looked at by the rules. */
@Component
class NewVersions {

    private final Rules rules;

    NewVersions(Rules rules) {
        this.rules = rules;
    }

    @EventListener
    void on(BackedUp backup) {
        if (backup.isNew()) {
            rules.check(backup.deviceId(), backup.runningId());
        }
    }
}
