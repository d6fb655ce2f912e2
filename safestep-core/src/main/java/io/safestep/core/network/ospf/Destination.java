package io.safestep.core.network.ospf;

import io.safestep.core.address.IpPrefix;
import org.jspecify.annotations.Nullable;

/**
 * What a summary tells the way to (RFC 2328, section 12.4.3): a network, or a router that knows networks outside OSPF.
 *
 * @param prefix null for a router
 * @param boundary name of a router; null for a network
 */
record Destination(@Nullable IpPrefix prefix, @Nullable String boundary) {

    static Destination network(IpPrefix prefix) {
        return new Destination(prefix, null);
    }

    static Destination boundary(String router) {
        return new Destination(null, router);
    }
}
