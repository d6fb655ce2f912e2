package io.safestep.core.network.facts;

import io.safestep.core.network.packet.PacketFilter;
import io.safestep.core.network.policy.RoutePolicy;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What one device's configuration says about the network, in terms that no platform owns.
 *
 * @param device the name under which the device is known in the network
 * @param interfaces by name, in the order of the configuration
 * @param vlans the VLANs (IEEE 802.1Q) that the device knows, or null where a platform needs no list of them
 * @param filters packet filters by name
 * @param policy what it does with routes on their way in and out
 * @param ospf null when the device runs no OSPF
 * @param bgp null when the device runs no BGP
 * @param unmodelled lines that the model does not know
 */
public record DeviceFacts(
        String device,
        Map<String, InterfaceFacts> interfaces,
        @Nullable Set<Integer> vlans,
        List<StaticRoute> routes,
        Map<String, PacketFilter> filters,
        RoutePolicy policy,
        @Nullable OspfFacts ospf,
        @Nullable BgpFacts bgp,
        Distances distances,
        List<UnmodelledLine> unmodelled) {

    /** The device of this name, of a network that has it. */
    public static DeviceFacts named(String name, Map<String, DeviceFacts> devices) {
        DeviceFacts facts = devices.get(name);
        if (facts == null) {
            throw new NoSuchElementException("There is no device " + name + " in this network.");
        }
        return facts;
    }

    /** The interface of this name, of a device that has it. */
    public InterfaceFacts port(String name) {
        InterfaceFacts facts = interfaces.get(name);
        if (facts == null) {
            throw new NoSuchElementException("There is no interface " + name + " on " + device + ".");
        }
        return facts;
    }
}
