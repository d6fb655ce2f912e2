package io.safestep.core.network.ospf;

import io.safestep.core.address.IpAddress;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.segment.Port;
import io.safestep.core.network.segment.Segments;
import java.util.Optional;

/**
 * The identifier that a device takes when none is configured: its highest address on a loopback interface that is up,
 * else its highest address on any interface that is up. RFC 2328 (appendix C.1) and RFC 4271 (section 4.2) leave the
 * choice to the device.
 */
public final class RouterIds {

    private RouterIds() {}

    /** Empty when the device has no address. */
    public static Optional<IpAddress> choose(DeviceFacts device, Segments segments) {
        Optional<IpAddress> loopback = highest(device, segments, true);
        return loopback.isPresent() ? loopback : highest(device, segments, false);
    }

    private static Optional<IpAddress> highest(DeviceFacts device, Segments segments, boolean loopback) {
        return device.interfaces().values().stream()
                .filter(i -> (i.kind() == InterfaceFacts.Kind.LOOPBACK) == loopback)
                .filter(i -> segments.isUp(new Port(device.device(), i.name())))
                .flatMap(i -> i.addresses().stream())
                .map(a -> a.address())
                .max(IpAddress::compareTo);
    }
}
