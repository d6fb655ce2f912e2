package io.safestep.app.backup;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.round.RoundAction;
import io.safestep.core.people.Right;
import org.springframework.stereotype.Component;

/** Backups of many devices. The argument is a name for them, which may be empty. */
@Component
public class BackUpRound implements RoundAction {

    public static final String NAME = "BACK_UP";

    static final int LONGEST_LABEL = 80;

    private final Backups backups;

    BackUpRound(Backups backups) {
        this.backups = backups;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public String title() {
        return "Backup";
    }

    @Override
    public Right right() {
        return Right.READ_DEVICES;
    }

    @Override
    public void check(String argument) {
        if (argument.length() > LONGEST_LABEL) {
            throw ProblemException.invalid("argument", "The name of a backup has at most 80 characters.");
        }
    }

    @Override
    public Outcome on(long deviceId, String device, String argument, String person) {
        Backups.Taken taken = person.equals(AuditLog.SAFE_STEP)
                ? backups.takeRegularly(deviceId)
                : backups.takeInRound(deviceId, person, argument);
        return Outcome.good(taken.isNew() ? "A new version." : "Unchanged, confirmed.");
    }
}
