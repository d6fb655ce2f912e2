package io.safestep.core.network.segment;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import org.jspecify.annotations.Nullable;

/**
 * A machine at the edge of the network, or a device that somebody else looks after. It sends untagged frames, and what is
 * not for its own subnet to its gateway.
 *
 * @param address null when only the cable to it is known
 * @param gateway null when it has none
 * @param port the interface that it is connected to
 */
public record Host(
        String name,
        @Nullable InterfaceAddress address,
        @Nullable IpAddress gateway,
        Port port) {

    /** Whether it is known to have this address. */
    public boolean has(IpAddress candidate) {
        return address != null && address.address().equals(candidate);
    }
}
