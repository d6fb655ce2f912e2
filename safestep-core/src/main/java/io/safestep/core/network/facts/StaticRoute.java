package io.safestep.core.network.facts;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import org.jspecify.annotations.Nullable;

/**
 * A route written into the configuration.
 *
 * @param via next hop; null when the route names an interface only, or discards
 * @param exit the interface to send through; null when the route names a next hop only
 * @param tag told to those who pass the route on; 0 for none
 * @param discard whether packets are thrown away
 */
public record StaticRoute(
        IpPrefix prefix, @Nullable IpAddress via, @Nullable String exit, int distance, boolean discard, long tag) {}
