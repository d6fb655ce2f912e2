package io.safestep.core.network.facts;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import java.util.List;
import org.jspecify.annotations.Nullable;

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
        @Nullable IpAddress routerId,
        int localPreference,
        boolean requiresPolicy,
        List<Announced> networks,
        List<Redistribution> redistributed,
        List<Neighbour> neighbours) {

    /** @param routeMap what it goes through; null for none */
    public record Announced(IpPrefix prefix, @Nullable String routeMap) {}

    /** @param routeMap what routes of the source go through; null for none */
    public record Redistribution(
            OspfFacts.Source source, @Nullable String routeMap) {}

    /**
     * @param as the neighbour's autonomous system; 0 when none is given
     * @param source interface whose address the session is opened from; null for the one towards the neighbour
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
            @Nullable String source,
            Policy policy,
            @Nullable Integer localPreference,
            @Nullable Long med,
            int prepend,
            boolean multihop,
            boolean nextHopSelf,
            boolean defaultRoute,
            boolean enabled,
            int holdTime,
            @Nullable String key) {

        /**
         * What is let in and told.
         *
         * @param filterIn prefix list for what is taken; null for none
         * @param filterOut prefix list for what is given; null for none
         * @param routeMapIn what those go through that are taken; null for none
         * @param routeMapOut what those go through that are given; null for none
         */
        public record Policy(
                @Nullable String filterIn,
                @Nullable String filterOut,
                @Nullable String routeMapIn,
                @Nullable String routeMapOut) {}

        /** Whether somebody has said which routes are taken (RFC 8212). */
        public boolean hasPolicyIn() {
            return policy().filterIn() != null || policy().routeMapIn() != null;
        }

        /** Whether somebody has said which routes are given (RFC 8212). */
        public boolean hasPolicyOut() {
            return policy().filterOut() != null || policy().routeMapOut() != null;
        }
    }
}
