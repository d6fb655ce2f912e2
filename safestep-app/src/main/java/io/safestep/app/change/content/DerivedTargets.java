package io.safestep.app.change.content;

import io.safestep.app.change.build.Outcome;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.device.Device;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.network.facts.FactsOfChange;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * What follows for the devices of a change as they are now: worked out once, and handed on to everybody who needs it before
 * the change is stored.
 */
public final class DerivedTargets {

    private final Map<ChangeTarget, Outcome> outcomes = new IdentityHashMap<>();
    private final Map<Device, Derived> derived = new LinkedHashMap<>();

    /**
     * What follows for a device.
     *
     * @param facts what its configurations say about the network, before the change and after it
     */
    record Derived(DeviceBuild build, FactsOfChange facts) {}

    /** @param facts of the device's platform */
    void put(ChangeTarget target, Outcome outcome, FactReader facts) {
        outcomes.put(target, outcome);
        if (outcome.isDerivable()) {
            DeviceBuild build = outcome.derived();
            Device device = target.device();
            derived.put(
                    device,
                    new Derived(build, new FactsOfChange(facts, device.name(), build.baseline(), build.outcome())));
        }
    }

    Outcome of(ChangeTarget target) {
        return Objects.requireNonNull(outcomes.get(target), "A target of another change.");
    }

    /** Empty where nothing can be derived. */
    Optional<Derived> at(Device device) {
        return Optional.ofNullable(derived.get(device));
    }

    /** Of the devices for which something can be derived, in the order of the targets. */
    Map<Device, Derived> all() {
        return derived;
    }
}
