package io.safestep.core.run;

import java.util.Map;

/**
 * What is known about one device of a run.
 *
 * @param device its name
 * @param hasScript false for a device to which nothing is sent
 * @param written a command of the script was about to be sent, so that the device may hold something of it
 * @param steps the latest state of each phase that was started
 */
public record DeviceProgress(String device, boolean hasScript, boolean written, Map<Phase, StepState> steps) {

    public DeviceProgress {
        steps = Map.copyOf(steps);
    }

    boolean is(Phase phase, StepState state) {
        return steps.get(phase) == state;
    }

    boolean started(Phase phase) {
        return steps.containsKey(phase);
    }
}
