package io.safestep.app.inventory;

import io.safestep.app.device.DeviceRules;
import io.safestep.app.device.Devices;
import io.safestep.app.people.Right;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.round.RoundAction;
import java.util.List;
import org.springframework.stereotype.Component;

/** Gives a label to many devices. */
@Component
class AddLabelRound implements RoundAction {

    private final Devices devices;

    AddLabelRound(Devices devices) {
        this.devices = devices;
    }

    @Override
    public String name() {
        return "ADD_LABEL";
    }

    @Override
    public String title() {
        return "Add label";
    }

    @Override
    public Right right() {
        return Right.WRITE_DEVICES;
    }

    @Override
    public void check(String argument) {
        String problem = DeviceRules.labelsProblem(List.of(argument));
        if (problem != null) {
            throw ProblemException.invalid("argument", problem);
        }
    }

    @Override
    public Outcome on(long deviceId, String device, String argument, String person) {
        return Outcome.good(
                devices.addLabel(device, argument, person) ? "Has the label now." : "Had the label already.");
    }
}
