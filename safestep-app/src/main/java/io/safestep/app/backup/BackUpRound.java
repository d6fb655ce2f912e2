package io.safestep.app.backup;

import io.safestep.app.people.Right;
import io.safestep.app.round.RoundAction;
import org.springframework.stereotype.Component;

/** Backups of many devices. */
@Component
public class BackUpRound implements RoundAction {

    public static final String NAME = "BACK_UP";

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
    public Outcome on(long deviceId, String device, String argument, String person) {
        backups.takeByHand(device, person);
        return Outcome.good("Backed up.");
    }
}
