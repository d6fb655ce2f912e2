package io.safestep.core.run;

import java.util.List;

/**
 * All that is known about a run.
 *
 * @param devices in the order in which they are changed
 * @param stopRequested a person asked to stop and roll back
 */
public record RunPicture(List<DeviceProgress> devices, boolean stopRequested) {

    public RunPicture {
        devices = List.copyOf(devices);
    }
}
