package io.safestep.core.network.bgp;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A route as BGP knows it (RFC 4271, section 5.1).
 *
 * @param nextHop null for a route of the device's own
 * @param path numbers of autonomous systems, the nearest first
 * @param incomplete whether the origin is "incomplete" and not "IGP"
 * @param med lower is better, between routes from the same neighbouring system; 0 when none is set
 * @param learnedFrom address of the neighbour it came from; null for a route of the device's own
 * @param communities it carries (RFC 1997)
 * @param tag kept by the device alone, and not told; 0 for none
 * @param external whether it came from another autonomous system
 * @param neighbourId BGP identifier of the neighbour it came from; null for a route of the device's own
 */
public record BgpRoute(
        IpPrefix prefix,
        @Nullable IpAddress nextHop,
        List<Long> path,
        boolean incomplete,
        int localPreference,
        long med,
        @Nullable IpAddress learnedFrom,
        boolean external,
        @Nullable IpAddress neighbourId,
        Set<String> communities,
        long tag) {

    boolean isOwn() {
        return learnedFrom == null;
    }

    /** The autonomous system that it came through last; 0 for one that has not left its own. */
    long neighbouringAs() {
        return path.isEmpty() ? 0 : path.get(0);
    }
}
