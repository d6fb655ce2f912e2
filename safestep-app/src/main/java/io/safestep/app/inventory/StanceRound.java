package io.safestep.app.inventory;

import io.safestep.app.device.Devices;
import io.safestep.app.device.Stance;
import io.safestep.app.people.Right;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.round.RoundAction;
import java.util.Locale;
import org.springframework.stereotype.Component;

/** Sets the stance of many devices. */
@Component
class StanceRound implements RoundAction {

    private final Devices devices;

    StanceRound(Devices devices) {
        this.devices = devices;
    }

    @Override
    public String name() {
        return "SET_STANCE";
    }

    @Override
    public String title() {
        return "Set stance";
    }

    @Override
    public Right right() {
        return Right.WRITE_DEVICES;
    }

    @Override
    public void check(String argument) {
        if (!argument.equals("observe") && !argument.equals("managed")) {
            throw ProblemException.invalid("argument", "Choose observe or managed.");
        }
    }

    @Override
    public Outcome on(long deviceId, String device, String argument, String person) {
        Stance stance = Stance.valueOf(argument.toUpperCase(Locale.ROOT));
        return Outcome.good(
                devices.setStance(device, stance, person)
                        ? "Is " + argument + " now."
                        : "Was " + argument + " already.");
    }
}
