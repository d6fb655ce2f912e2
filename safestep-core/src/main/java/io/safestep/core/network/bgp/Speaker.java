package io.safestep.core.network.bgp;

import io.safestep.core.network.facts.BgpFacts;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.policy.RoutePolicy;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A device that runs BGP. */
record Speaker(DeviceFacts facts, BgpFacts bgp) {

    /** Empty where there is no such device, or where it runs no BGP. */
    static Optional<Speaker> of(@Nullable DeviceFacts facts) {
        return facts == null || facts.bgp() == null ? Optional.empty() : Optional.of(new Speaker(facts, facts.bgp()));
    }

    String device() {
        return facts.device();
    }

    long as() {
        return bgp.as();
    }

    RoutePolicy policy() {
        return facts.policy();
    }

    Map<String, InterfaceFacts> interfaces() {
        return facts.interfaces();
    }
}
