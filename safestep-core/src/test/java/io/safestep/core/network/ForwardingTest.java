package io.safestep.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.address.IpAddress;
import io.safestep.core.network.CorvaneNetwork.Built;
import io.safestep.core.network.gateway.GatewayRole;
import io.safestep.core.network.packet.Packet;
import io.safestep.core.network.trace.TracedPath;
import java.util.List;
import org.junit.jupiter.api.Test;

class ForwardingTest {

    /** Two gateways {@code g1}, {@code g2} on VLAN 40 through a switch, and a core with a server behind. */
    private static CorvaneNetwork terminal(String onVlanOfG1, String moreOnG1) {
        return new CorvaneNetwork()
                .device("g1", gateway(1, 120, onVlanOfG1) + moreOnG1)
                .device("g2", gateway(2, 100, ""))
                .device("sw", """
                        vlan 40
                        vlan 60
                        interface port 1
                          vlan allowed 40,60
                        interface port 2
                          vlan allowed 40
                        interface port 5
                          vlan access 40
                        interface port 6
                          vlan access 60
                        """)
                .device("core", """
                        vlan 8
                        interface port 1
                          address 10.1.0.1/30
                        interface port 2
                          address 10.1.0.5/30
                        interface port 9
                          vlan access 8
                        interface vlan 8
                          address 10.8.0.1/24
                        ospf 1
                          area 0 network 10.0.0.0/8
                        """)
                .link("g1 port 1", "core port 1")
                .link("g2 port 1", "core port 2")
                .link("g1 port 2", "sw port 1")
                .link("g2 port 2", "sw port 2")
                .host("desk", "10.40.0.50/24", "10.40.0.1", "sw port 5")
                .host("gate", "10.40.0.51/24", "10.40.0.1", "sw port 6")
                .host("server", "10.8.0.20/24", "10.8.0.1", "core port 9");
    }

    private static String gateway(int n, int priority, String onVlan) {
        return "vlan 40\ninterface port 1\n  address 10.1.0." + (n == 1 ? 2 : 6) + "/30\ninterface port 2\n"
                + "  vlan allowed 40\ninterface vlan 40\n  address 10.40.0." + (n + 1) + "/24\n"
                + "  gateway-group 40 shared 10.40.0.1\n  gateway-group 40 priority " + priority + "\n" + onVlan
                + "ospf 1\n  area 0 network 10.0.0.0/8\n";
    }

    @Test
    void packetsGoThereAndBack() {
        Built net = terminal("", "").build();
        assertThat(net.path("10.40.0.50", "10.8.0.20")).isEqualTo("DELIVERED g1>core");
        assertThat(net.path("10.8.0.20", "10.40.0.50")).startsWith("DELIVERED core>");
        assertThat(net.model().pings("g2", IpAddress.parse("10.8.0.20"))).isTrue();
        assertThat(net.model().pings("core", IpAddress.parse("10.40.0.1"))).isTrue();
    }

    @Test
    void theMemberWithTheHighestPriorityIsActive() {
        Built net = terminal("", "").build();
        assertThat(roles(net, "g1")).containsExactly("ACTIVE");
        assertThat(roles(net, "g2")).containsExactly("STANDBY");
        Built off = terminal("", "").off("g1").build();
        assertThat(roles(off, "g2")).containsExactly("ACTIVE");
        assertThat(off.path("10.40.0.50", "10.8.0.20")).isEqualTo("DELIVERED g2>core");
    }

    @Test
    void theOwnerOfASharedAddressComesFirst() {
        Built net = terminal("", "")
                .device("g2", gateway(2, 50, "").replace("10.40.0.3/24", "10.40.0.1/24"))
                .build();
        assertThat(roles(net, "g2")).containsExactly("ACTIVE");
        assertThat(net.model().gatewayRoles("g2").get(0).priority()).isEqualTo(255);
    }

    @Test
    void membersThatDoNotHearEachOtherAreBothActive() {
        Built net = terminal("  filter-in f\n", "packet-filter f\n  allow ip 10.40.0.0/24 to 10.0.0.0/8\n")
                .build();
        assertThat(roles(net, "g1")).containsExactly("ACTIVE");
        GatewayRole role = net.model().gatewayRoles("g1").get(0);
        assertThat(role.note()).isEqualTo("The filter f on g1 vlan 40 drops VRRP packets.");
    }

    private static List<String> roles(Built net, String device) {
        return net.model().gatewayRoles(device).stream()
                .map(r -> r.state().name())
                .toList();
    }

    @Test
    void filtersDecideByTheFirstRuleThatFits() {
        Built net = terminal(
                        "  filter-in f\n",
                        "packet-filter f\n  allow vrrp 0.0.0.0/0 to 0.0.0.0/0\n  drop tcp 10.40.0.0/24 to 10.8.0.0/24 port 22\n"
                                + "  allow ip 10.40.0.0/24 to 10.8.0.0/24\n")
                .build();
        IpAddress desk = IpAddress.parse("10.40.0.50");
        IpAddress server = IpAddress.parse("10.8.0.20");
        TracedPath ssh = net.model().trace(new Packet(desk, server, Packet.TCP, 50000, 22));
        assertThat(ssh.end()).isEqualTo(TracedPath.End.FILTERED);
        assertThat(ssh.reason()).startsWith("The filter f on g1 vlan 40 drops it (line ");
        assertThat(net.model()
                        .trace(new Packet(desk, server, Packet.TCP, 50000, 443))
                        .delivered())
                .isTrue();
        assertThat(net.trace("10.40.0.50", "10.1.0.1").reason()).endsWith("drops it (no rule allows it).");
    }

    @Test
    void aPortInTheWrongVlanHearsNobody() {
        Built net = terminal("", "").build();
        assertThat(net.trace("10.40.0.51", "10.8.0.20").end()).isEqualTo(TracedPath.End.NOBODY_ANSWERS);
        assertThat(net.trace("10.8.0.20", "10.40.0.51").end()).isEqualTo(TracedPath.End.NOBODY_ANSWERS);
    }

    @Test
    void whatIsNotKnownIsSaid() {
        Built net = terminal("", "").build();
        assertThat(net.trace("10.40.0.50", "10.8.0.99").end()).isEqualTo(TracedPath.End.ON_SUBNET);
        assertThat(net.trace("192.0.2.1", "10.8.0.20").end()).isEqualTo(TracedPath.End.NO_START);
        assertThat(net.path("10.40.0.99", "10.8.0.20"))
                .as("an unlisted machine uses the shared gateway")
                .isEqualTo("DELIVERED g1>core");
        assertThat(net.trace("10.40.0.50", "192.0.2.1").reason()).isEqualTo("g1 has no route to 192.0.2.1.");
    }

    @Test
    void staticRoutesFollowDistanceAndReachability() {
        CorvaneNetwork net = new CorvaneNetwork()
                .device("a", """
                        route 10.9.0.0/16 via 10.1.0.2
                        route 10.9.0.0/16 via 10.1.0.6 distance 50
                        route 10.10.0.0/16 via 10.9.9.9
                        route 10.11.0.0/16 via 192.0.2.1
                        route 10.12.0.0/16 discard
                        interface port 1
                          address 10.1.0.1/30
                        interface port 2
                          address 10.1.0.5/30
                        """)
                .device(
                        "b",
                        "interface port 1\n  address 10.1.0.2/30\ninterface port 2\n  address 10.1.0.6/30\nroute 10.9.0.0/16 via 10.1.0.1\n")
                .link("a port 1", "b port 1")
                .link("a port 2", "b port 2");
        Built built = net.build();
        assertThat(built.route("a", "10.9.0.0/16")).isEqualTo("STATIC 0 [10.1.0.2 port 1]");
        assertThat(built.route("a", "10.10.0.0/16"))
                .as("by way of another route")
                .isEqualTo("STATIC 0 [10.1.0.2 port 1]");
        assertThat(built.route("a", "10.11.0.0/16")).isEqualTo("none");
        assertThat(built.trace("10.1.0.1", "10.12.0.1").end()).isEqualTo(TracedPath.End.DISCARDED);
        assertThat(built.trace("10.1.0.1", "10.9.1.1").end()).isEqualTo(TracedPath.End.LOOP);
    }

    @Test
    void nativeVlansAndTagsJoinWhatBelongsTogether() {
        Built net = new CorvaneNetwork()
                .device(
                        "s1",
                        "vlan 10\nvlan 20\ninterface port 1\n  vlan allowed 10,20\n  vlan native 10\ninterface vlan 10\n  address 10.10.0.1/24\ninterface vlan 20\n  address 10.20.0.1/24\n")
                .device(
                        "s2",
                        "vlan 10\nvlan 20\ninterface port 1\n  vlan allowed 20\n  vlan native 10\ninterface vlan 10\n  address 10.10.0.2/24\ninterface vlan 20\n  address 10.20.0.2/24\n")
                .link("s1 port 1", "s2 port 1")
                .build();
        assertThat(net.path("10.10.0.1", "10.10.0.2")).isEqualTo("DELIVERED s1>s2");
        assertThat(net.path("10.20.0.1", "10.20.0.2")).isEqualTo("DELIVERED s1>s2");
        assertThat(net.model().segments()).hasSize(2);
    }

    @Test
    void linesThatTheModelDoesNotKnowAreListed() {
        Built net = new CorvaneNetwork()
                .device("a", "interface tunnel 3\n  address 10.1.0.1/30\nturbo on\nhostname x y\n")
                .build();
        assertThat(net.model().unmodelled("a"))
                .extracting(l -> l.number() + " " + l.path())
                .containsExactly(
                        "2 interface tunnel 3",
                        "3 interface tunnel 3 › address 10.1.0.1/30",
                        "4 turbo on",
                        "5 hostname x y");
    }

    @Test
    void contradictionsAreNamed() {
        Built net = new CorvaneNetwork()
                .device("a", "interface port 1\n  address 10.1.0.1/30\n  filter-in nowhere\n")
                .device("b", "interface port 1\n  address 10.1.0.1/30\n")
                .link("a port 1", "b port 1")
                .build();
        assertThat(net.model().problems())
                .containsExactly(
                        "a port 1 uses the packet filter nowhere, which is not defined; it is taken to let everything pass.",
                        "a port 1 and b port 1 have the same address 10.1.0.1.");
    }

    @Test
    void anInterfaceWithoutAnAddressTakesPartInNothing() {
        Built net = new CorvaneNetwork()
                .device("a", "interface port 1\n  address 10.1.0.1/30\nospf 1\n  area 0 network 10.0.0.0/8\n")
                .device("b", "interface port 1\nospf 1\n  area 0 network 10.0.0.0/8\n")
                .link("a port 1", "b port 1")
                .build();
        assertThat(net.adjacency("a", "b")).isEqualTo("none");
        assertThat(net.trace("10.1.0.1", "10.1.0.2").end()).isEqualTo(TracedPath.End.ON_SUBNET);
    }
}
