package io.safestep.core.network.segment;

import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.InterfaceFacts;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Which interfaces talk with one another over a link: its ports, and those of each VLAN that both ports carry. */
public final class LinkEnds {

    private LinkEnds() {}

    /**
     * The link itself and, for each VLAN (IEEE 802.1Q) that it carries, the VLAN interfaces or subinterfaces at its two
     * ends, lowest VLAN first.
     *
     * @param one facts of the device at the link's first end
     * @param other facts of the device at its other end
     */
    public static List<Link> over(Link link, DeviceFacts one, DeviceFacts other) {
        List<Link> pairs = new ArrayList<>();
        pairs.add(link);
        Map<Integer, String> here = byVlan(one, link.one().name());
        Map<Integer, String> there = byVlan(other, link.other().name());
        new TreeMap<>(here).forEach((vlan, name) -> {
            String far = there.get(vlan);
            if (far != null) {
                pairs.add(new Link(
                        new Port(link.one().device(), name),
                        new Port(link.other().device(), far)));
            }
        });
        return pairs;
    }

    /** Interfaces that talk through a port, by their VLAN. */
    private static Map<Integer, String> byVlan(DeviceFacts device, String portName) {
        InterfaceFacts port = device.interfaces().get(portName);
        Map<Integer, String> found = new HashMap<>();
        if (port == null) {
            return found;
        }
        Set<Integer> carried = new HashSet<>(port.trunkVlans());
        carried.add(port.accessVlan());
        carried.add(port.nativeVlan());
        for (InterfaceFacts i : device.interfaces().values()) {
            boolean ofVlan = i.kind() == InterfaceFacts.Kind.VLAN && i.vlan() != 0 && carried.contains(i.vlan());
            boolean ofPort = i.kind() == InterfaceFacts.Kind.SUBINTERFACE && portName.equals(i.parent());
            if (ofVlan || ofPort) {
                found.put(i.vlan(), i.name());
            }
        }
        return found;
    }
}
