package io.safestep.app.inventory;

import io.safestep.app.device.DeviceRules;
import io.safestep.app.device.Devices;
import io.safestep.app.people.Right;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.round.RoundAction;
import java.util.List;
import org.springframework.stereotype.Component;

/** Takes a label from many devices. */
@Component
class RemoveLabelRound implements RoundAction {

    private final Devices devices;

    RemoveLabelRound(Devices devices) {
        this.devices = devices;
    }

    @Override
    public String name() {
        return "REMOVE_LABEL";
    }

    @Override
    public String title() {
        return "Remove label";
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
                devices.removeLabel(device, argument, person) ? "Has the label no more." : "Did not have the label.");
    }
}
