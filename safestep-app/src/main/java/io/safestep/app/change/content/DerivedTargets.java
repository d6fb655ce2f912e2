package io.safestep.app.change.content;

import io.safestep.app.change.build.Outcome;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.device.Device;
import io.safestep.core.config.DeviceBuild;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * What follows for the devices of a change as they are now: worked out once, and handed on to everybody who needs it before
 * the change is stored.
 */
public final class DerivedTargets {

    private final Map<ChangeTarget, Outcome> outcomes = new IdentityHashMap<>();
    private final Map<Device, DeviceBuild> builds = new LinkedHashMap<>();

    void put(ChangeTarget target, Outcome outcome) {
        outcomes.put(target, outcome);
        if (outcome.isDerivable()) {
            builds.put(target.device(), outcome.build());
        }
    }

    Outcome of(ChangeTarget target) {
        return outcomes.get(target);
    }

    /** Empty where nothing can be derived. */
    Optional<DeviceBuild> build(ChangeTarget target) {
        return Optional.ofNullable(of(target).build());
    }

    /** Of the devices for which something can be derived, in the order of the targets. */
    Map<Device, DeviceBuild> builds() {
        return builds;
    }
}
