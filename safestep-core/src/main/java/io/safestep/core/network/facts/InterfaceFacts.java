package io.safestep.core.network.facts;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * One interface as configured.
 *
 * @param kind what sort of interface it is
 * @param vlan the VLAN of a VLAN interface, or the tag of a subinterface; 0 otherwise
 * @param parent the interface that carries a subinterface; null otherwise
 * @param enabled whether it is meant to be up
 * @param addresses the first is the primary one
 * @param mtu largest IP packet in octets
 * @param accessVlan VLAN of untagged frames on a switch port without trunk; 0 when there is none
 * @param trunkVlans VLANs carried with tags
 * @param nativeVlan VLAN of untagged frames on a trunk; 0 when there is none
 * @param filterIn name of the packet filter for what comes in; null when there is none
 * @param filterOut name of the packet filter for what is sent on; null when there is none
 */
public record InterfaceFacts(
        String name,
        Kind kind,
        int vlan,
        @Nullable String parent,
        boolean enabled,
        List<InterfaceAddress> addresses,
        int mtu,
        int accessVlan,
        Set<Integer> trunkVlans,
        int nativeVlan,
        @Nullable String filterIn,
        @Nullable String filterOut,
        OspfInterface ospf,
        List<VrrpGroup> vrrp) {

    public enum Kind {
        PORT,
        LOOPBACK,
        VLAN,
        SUBINTERFACE
    }

    /**
     * OSPF settings of an interface (RFC 2328, appendix C.3). Null stands for "nothing is said here".
     *
     * @param area the area that the interface itself names
     * @param cost of sending through it
     * @param passive whether it is announced but forms no adjacencies
     * @param pointToPoint whether its network type is point-to-point; the other type is broadcast
     * @param hello seconds between hello packets
     * @param dead seconds without a hello after which a neighbour is given up
     * @param priority for becoming designated router; 0 never
     * @param key what its packets are authenticated with
     */
    public record OspfInterface(
            @Nullable Long area,
            int cost,
            @Nullable Boolean passive,
            @Nullable Boolean pointToPoint,
            int hello,
            int dead,
            int priority,
            @Nullable String key) {}

    /**
     * Membership in a virtual router (RFC 5798, section 5).
     *
     * @param id virtual router identifier, 1 to 255
     * @param addresses the shared addresses
     * @param priority 1 to 254 as configured
     * @param interval between advertisements, in hundredths of a second
     */
    public record VrrpGroup(
            int id,
            List<IpAddress> addresses,
            int priority,
            int interval,
            @Nullable String key) {}

    public boolean isSwitchPort() {
        return accessVlan != 0 || nativeVlan != 0 || !trunkVlans.isEmpty();
    }

    /** The first of its addresses; null when it has none. */
    public @Nullable InterfaceAddress primary() {
        return addresses.isEmpty() ? null : addresses.get(0);
    }
}
