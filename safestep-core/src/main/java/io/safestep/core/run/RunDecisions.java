package io.safestep.core.run;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/**
 * Decides what a run does next. Knows nothing of time, devices or storage: the same picture always gives the same
 * decision, so that any process can take a run up where another one left it. The front door of this package.
 */
public final class RunDecisions {

    private RunDecisions() {}

    public static Decision next(RunPicture picture) {
        return rollingBack(picture) ? nextBack(picture) : nextForward(picture);
    }

    /** Whether the run is on its way back: a step failed, a person asked for it, or the way back has begun. */
    public static boolean rollingBack(RunPicture picture) {
        return picture.stopRequested() && !finishedForward(picture)
                || picture.devices().stream()
                        .anyMatch(d -> d.steps().containsValue(StepState.FAILED)
                                || Phase.WAY_BACK.stream().anyMatch(d::started));
    }

    private static boolean finishedForward(RunPicture picture) {
        return nextForward(picture) instanceof Decision.Finish;
    }

    private static Decision nextForward(RunPicture picture) {
        for (DeviceProgress device : picture.devices()) {
            for (Phase phase : Phase.PREPARATION) {
                if (!device.is(phase, StepState.DONE)) {
                    return new Decision.Perform(device.device(), phase);
                }
            }
        }
        for (DeviceProgress device : picture.devices()) {
            if (!device.hasScript()) {
                continue;
            }
            for (Phase phase : Phase.EXECUTION) {
                // A push that may have written is never repeated: reading back tells what the device holds.
                boolean pushInDoubt = phase == Phase.PUSH && device.written();
                if (!device.is(phase, StepState.DONE) && !pushInDoubt) {
                    return new Decision.Perform(device.device(), phase);
                }
            }
        }
        return new Decision.Finish(RunState.SUCCEEDED);
    }

    private static Decision nextBack(RunPicture picture) {
        List<DeviceProgress> reversed = new ArrayList<>(picture.devices());
        Collections.reverse(reversed);
        boolean stuck = false;
        for (DeviceProgress device : reversed) {
            if (!device.written()) {
                continue;
            }
            for (Phase phase : Phase.WAY_BACK) {
                if (phase == Phase.UNDO_SAVE && !device.started(Phase.SAVE)) {
                    continue;
                }
                if (device.is(phase, StepState.FAILED)) {
                    stuck = true;
                    break;
                }
                if (!device.is(phase, StepState.DONE)) {
                    return new Decision.Perform(device.device(), phase);
                }
            }
        }
        return new Decision.Finish(stuck ? RunState.STUCK : RunState.ROLLED_BACK);
    }
}
