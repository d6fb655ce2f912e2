package io.safestep.core.run;

import io.safestep.core.change.FailureRule;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * All that is known about a run.
 *
 * @param devices in the order in which they are changed
 * @param rule what to do when something fails
 * @param stopAsked a person asked to stop and roll back
 * @param turningBack it was decided that everything is taken back
 * @param pause where a person asked to pause
 * @param pauseBetweenWaves how long to wait after a wave before the next begins
 * @param waveEndedAt when the last wave that has ended did so, UTC; null when none has
 * @param time what there is of it
 */
public record RunPicture(
        List<DeviceProgress> devices,
        FailureRule rule,
        boolean stopAsked,
        boolean turningBack,
        Pause pause,
        Duration pauseBetweenWaves,
        @Nullable Instant waveEndedAt,
        TimeLeft time) {

    public RunPicture {
        devices = List.copyOf(devices);
    }

    /** Where a run is to pause. */
    public enum Pause {
        NONE,
        AFTER_DEVICE,
        AFTER_WAVE
    }
}
