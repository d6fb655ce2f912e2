package io.safestep.app.schedule;

import io.safestep.core.run.Phase;
import java.time.Duration;
import java.util.Collection;
import java.util.Map;

/** How long the phases of runs took on devices. */
public interface MeasuredPhases {

    /** By name of the device; what was never measured is missing. */
    Map<String, Map<Phase, Duration>> of(Collection<Long> deviceIds);
}
