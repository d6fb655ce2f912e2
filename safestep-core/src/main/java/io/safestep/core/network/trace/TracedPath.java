package io.safestep.core.network.trace;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The way of a packet through the network.
 *
 * @param end where and how it ends
 * @param reason why it ends there, as a sentence
 * @param hops the devices it passes, in order
 * @param alternatives how many ways there are, this one included, where routes have equal alternatives
 */
public record TracedPath(End end, String reason, List<Hop> hops, int alternatives) {

    public enum End {
        /** It arrives at a device or a listed host that has the address. */
        DELIVERED,
        /** It arrives at the right subnet; whether something there has the address is not known. */
        ON_SUBNET,
        /** Nothing says where it starts. */
        NO_START,
        NO_ROUTE,
        DISCARDED,
        FILTERED,
        /** The next hop, or the address itself, is not there on the subnet. */
        NOBODY_ANSWERS,
        LOOP,
        /** It comes to where nothing tells what is at a cable, so that nobody can say how it goes on. */
        UNKNOWN
    }

    /**
     * @param device name of the device
     * @param entry the interface it comes in by; null where it starts
     * @param exit the interface it leaves by; null where it ends
     * @param via the next hop that it is handed to; null where it ends
     * @param route the prefix of the route that was used; null where it ends
     */
    public record Hop(
            String device,
            @Nullable String entry,
            @Nullable String exit,
            @Nullable IpAddress via,
            @Nullable IpPrefix route) {}

    /** Whether nothing says that it does not arrive. */
    public boolean mayArrive() {
        return delivered() || end == End.UNKNOWN;
    }

    public boolean delivered() {
        return end == End.DELIVERED;
    }
}
