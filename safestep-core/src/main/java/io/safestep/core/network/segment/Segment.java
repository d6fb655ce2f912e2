package io.safestep.core.network.segment;

import java.util.List;

/**
 * A broadcast domain: everything in it hears the same broadcasts without a router between.
 *
 * @param interfaces interfaces with an address that are up and in it, sorted
 * @param hosts in it
 * @param vlans the VLANs of switches that it runs through, sorted
 */
public record Segment(List<Port> interfaces, List<Host> hosts, List<SwitchedVlan> vlans) {

    /** One VLAN inside one device. */
    public record SwitchedVlan(String device, int vlan) implements Comparable<SwitchedVlan> {
        @Override
        public int compareTo(SwitchedVlan other) {
            int byDevice = device.compareTo(other.device);
            return byDevice != 0 ? byDevice : Integer.compare(vlan, other.vlan);
        }
    }

    static final Segment EMPTY = new Segment(List.of(), List.of(), List.of());
}
