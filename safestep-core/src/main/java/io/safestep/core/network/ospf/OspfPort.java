package io.safestep.core.network.ospf;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.facts.OspfFacts;
import io.safestep.core.network.segment.Port;
import org.jspecify.annotations.Nullable;

/**
 * An interface that takes part in OSPF and is up.
 *
 * @param routerId of its device
 * @param area that it belongs to
 * @param passive whether it is announced without forming adjacencies
 * @param key authenticates its packets; null for none
 * @param process the OSPF of its device
 * @param address the primary one
 */
record OspfPort(
        Port port,
        IpAddress routerId,
        long area,
        boolean passive,
        boolean pointToPoint,
        @Nullable String key,
        OspfFacts process,
        InterfaceAddress address,
        InterfaceFacts facts) {

    /** Whether its device treats the area as a stub. */
    boolean stubArea() {
        return process.stubAreas().containsKey(area);
    }

    int cost() {
        return facts.ospf().cost();
    }

    boolean loopback() {
        return facts.kind() == InterfaceFacts.Kind.LOOPBACK;
    }

    /** Whether it sends hello packets. */
    boolean speaks() {
        return !passive && !loopback();
    }

    /** An interface is told from others by its name alone; what is known about it need not be compared. */
    @Override
    public boolean equals(Object other) {
        return other instanceof OspfPort that && that.port.equals(port);
    }

    @Override
    public int hashCode() {
        return port.hashCode();
    }
}
