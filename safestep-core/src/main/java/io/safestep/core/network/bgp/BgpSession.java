package io.safestep.core.network.bgp;

import io.safestep.core.address.IpAddress;
import org.jspecify.annotations.Nullable;

/**
 * A configured BGP neighbour and what comes of it, seen from one device.
 *
 * @param device the device that is looked at
 * @param ownAddress its end of the session; null when there is none
 * @param neighbour address of the other end, as configured
 * @param farDevice the device that has this address; null when none of the network has it
 * @param as the other end's autonomous system, as configured
 * @param external whether the two are in different autonomous systems (eBGP)
 * @param reason why the session is not established, as a sentence; null when it is
 */
public record BgpSession(
        String device,
        @Nullable IpAddress ownAddress,
        IpAddress neighbour,
        @Nullable String farDevice,
        long as,
        boolean external,
        State state,
        @Nullable String reason) {

    /** States that last (RFC 4271, section 8.2.2), and one for what the model can't know. */
    public enum State {
        ESTABLISHED,
        DOWN,
        /** The other end is not a device of this network. */
        UNKNOWN
    }

    public boolean established() {
        return state == State.ESTABLISHED;
    }
}
