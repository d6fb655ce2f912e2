package io.safestep.core.network.ospf;

import io.safestep.core.address.IpAddress;
import io.safestep.core.network.segment.Port;
import org.jspecify.annotations.Nullable;

/**
 * Two interfaces on one segment that are, or might be, OSPF neighbours, seen from the first.
 *
 * @param own the interface of the device that is looked at
 * @param far the other interface
 * @param farAddress primary address of the other interface
 * @param farRouterId null when the other interface does not take part in OSPF
 * @param area of the own interface; null when the own interface does not take part
 * @param state how far it comes
 * @param reason why it comes no further, or why a full adjacency carries no routes; null when there is nothing to say
 */
public record OspfNeighbour(
        Port own,
        Port far,
        IpAddress farAddress,
        @Nullable IpAddress farRouterId,
        @Nullable Long area,
        State state,
        @Nullable String reason) {

    /** States that last (RFC 2328, section 10.1); those that only pass are left out. */
    public enum State {
        DOWN,
        TWO_WAY,
        EXSTART,
        FULL
    }

    /** Whether routes may lead over this adjacency. */
    public boolean carriesRoutes() {
        return state == State.FULL && reason == null;
    }
}
