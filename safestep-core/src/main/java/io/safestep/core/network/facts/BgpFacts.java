package io.safestep.core.network.facts;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import java.util.List;

/**
 * The BGP process of a device (RFC 4271).
 *
 * @param as number of the autonomous system
 * @param routerId BGP identifier as configured; null when the device chooses one
 * @param localPreference of routes that no neighbour's setting gives another one
 * @param requiresPolicy whether routes pass to and from external neighbours only through a filter (RFC 8212)
 * @param networks announced while the routing table holds them from another source
 * @param redistributed sources of which all routes are announced
 */
public record BgpFacts(
        long as,
        IpAddress routerId,
        int localPreference,
        boolean requiresPolicy,
        List<IpPrefix> networks,
        List<OspfFacts.Source> redistributed,
        List<Neighbour> neighbours) {

    /**
     * @param as the neighbour's autonomous system; 0 when none is given
     * @param source interface whose address the session is opened from; null for the one towards the neighbour
     * @param filterIn prefix list for what is taken; null for none
     * @param filterOut prefix list for what is given; null for none
     * @param localPreference given to routes that are taken; null for the process's own
     * @param med given to routes that are announced; null for none
     * @param prepend how often the own number is put before the path in addition
     * @param multihop whether an external neighbour need not be on the same subnet
     * @param nextHopSelf whether the own address is announced as next hop to an internal neighbour
     * @param holdTime seconds without a message after which the session is given up; 0 for never
     * @param defaultRoute whether a default route is announced whatever the routing table holds
     */
    public record Neighbour(
            IpAddress address,
            long as,
            String source,
            String filterIn,
            String filterOut,
            Integer localPreference,
            Long med,
            int prepend,
            boolean multihop,
            boolean nextHopSelf,
            boolean defaultRoute,
            boolean enabled,
            int holdTime,
            String key) {}
}
