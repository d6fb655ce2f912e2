package io.safestep.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.network.CorvaneNetwork.Built;
import org.junit.jupiter.api.Test;

/** Why a session is not there, and the ways in which one can be opened. */
class BgpSessionReasonsTest {

    private static final String OSPF = "ospf 1\n  area 0 network 10.0.0.0/8\n";

    private static String router(int n, String bgp) {
        return "interface port 1\n  address 10.1.0." + n + "/30\ninterface loopback 0\n  address 10.0.0." + n + "/32\n"
                + OSPF + bgp;
    }

    private static Built pair(String bgpOfA, String bgpOfB) {
        return pair(new CorvaneNetwork(), bgpOfA, bgpOfB).build();
    }

    private static CorvaneNetwork pair(CorvaneNetwork net, String bgpOfA, String bgpOfB) {
        return net.device("a", router(1, bgpOfA)).device("b", router(2, bgpOfB)).link("a port 1", "b port 1");
    }

    @Test
    void theOtherOneRunsNone() {
        assertThat(pair("bgp 65001\n  neighbour 10.1.0.2 as 65002\n", "").session("a", "10.1.0.2"))
                .isEqualTo("DOWN: b runs no BGP.");
    }

    @Test
    void theOtherOneDoesNotKnowThisOne() {
        assertThat(pair("bgp 65001\n  neighbour 10.1.0.2 as 65002\n", "bgp 65002\n")
                        .session("a", "10.1.0.2"))
                .isEqualTo("DOWN: b has no neighbour 10.1.0.1 configured.");
    }

    @Test
    void theAddressIsItsOwn() {
        assertThat(pair("bgp 65001\n  neighbour 10.0.0.1 as 65001\n", "").session("a", "10.0.0.1"))
                .isEqualTo("DOWN: 10.0.0.1 is an address of a itself.");
    }

    @Test
    void nobodySaysInWhichSystemItIs() {
        assertThat(pair("bgp 65001\n  neighbour 10.1.0.2 multihop\n", "bgp 65002\n  neighbour 10.1.0.1 as 65001\n")
                        .session("a", "10.1.0.2"))
                .isEqualTo("DOWN: a does not say in which autonomous system 10.1.0.2 is.");
    }

    @Test
    void itsInterfaceIsDown() {
        Built net = pair(
                        new CorvaneNetwork(),
                        "bgp 65001\n  neighbour 10.5.0.2 as 65002\n",
                        "interface port 3\n  address 10.5.0.2/30\nbgp 65002\n")
                .build();
        assertThat(net.session("a", "10.5.0.2")).startsWith("DOWN: b port 3 is down: ");
    }

    @Test
    void noWayLeadsThere() {
        Built net = new CorvaneNetwork()
                .device("a", "interface port 1\n  address 10.1.0.1/30\nbgp 65001\n  neighbour 10.0.0.2 as 65001\n")
                .device(
                        "b",
                        "interface port 1\n  address 10.1.0.2/30\ninterface loopback 0\n  address 10.0.0.2/32\nbgp 65001\n")
                .link("a port 1", "b port 1")
                .build();
        assertThat(net.session("a", "10.0.0.2")).isEqualTo("DOWN: a has no route to 10.0.0.2.");
    }

    @Test
    void packetsDoNotGetThereOrNotBack() {
        String filter =
                "packet-filter no-bgp\n  drop tcp 0.0.0.0/0 to 0.0.0.0/0 port 179\n  allow ip 0.0.0.0/0 to 0.0.0.0/0\n";
        Built there = new CorvaneNetwork()
                .device("a", router(1, "bgp 65001\n  neighbour 10.1.0.2 as 65002\n"))
                .device(
                        "b",
                        "interface port 1\n  address 10.1.0.2/30\n  filter-in no-bgp\n" + filter
                                + "bgp 65002\n  neighbour 10.1.0.1 as 65001\n")
                .link("a port 1", "b port 1")
                .build();
        assertThat(there.session("a", "10.1.0.2"))
                .startsWith("DOWN: Packets do not get to 10.1.0.2: The filter no-bgp on b port 1 drops it");
        Built back = new CorvaneNetwork()
                .device(
                        "a",
                        "interface port 1\n  address 10.1.0.1/30\ninterface loopback 0\n  address 10.0.0.1/32\n"
                                + "route 10.0.0.2/32 via 10.1.0.2\n"
                                + "bgp 65001\n  neighbour 10.0.0.2 as 65001\n  neighbour 10.0.0.2 from loopback 0\n")
                .device(
                        "b",
                        "interface port 1\n  address 10.1.0.2/30\ninterface loopback 0\n  address 10.0.0.2/32\n"
                                + "bgp 65001\n  neighbour 10.0.0.1 as 65001\n  neighbour 10.0.0.1 from loopback 0\n")
                .link("a port 1", "b port 1")
                .build();
        assertThat(back.session("a", "10.0.0.2"))
                .isEqualTo("DOWN: Packets do not get back to 10.0.0.1: b has no route to 10.0.0.1.");
    }

    /** Only b says from where it sends, so that only b can open the session; that is enough. */
    @Test
    void eitherSideMayOpenTheSession() {
        Built net = pair(
                "bgp 65001\n  neighbour 10.0.0.2 as 65001\n",
                "bgp 65001\n  neighbour 10.1.0.1 as 65001\n  neighbour 10.1.0.1 from loopback 0\n");
        assertThat(net.session("a", "10.0.0.2")).isEqualTo("ESTABLISHED");
        assertThat(net.session("b", "10.1.0.1")).isEqualTo("ESTABLISHED");
        Built fromOpener = pair(
                "bgp 65001\n  neighbour 10.1.0.2 as 65001\n  neighbour 10.1.0.2 from loopback 0\n",
                "bgp 65001\n  neighbour 10.0.0.1 as 65001\n");
        assertThat(fromOpener.session("a", "10.1.0.2")).isEqualTo("ESTABLISHED");
        assertThat(fromOpener.session("b", "10.0.0.1")).isEqualTo("ESTABLISHED");
    }

    @Test
    void bothSidesSendFromTheirLoopbacks() {
        Built net = pair(
                "bgp 65001\n  neighbour 10.0.0.2 as 65001\n  neighbour 10.0.0.2 from loopback 0\n",
                "bgp 65001\n  neighbour 10.0.0.1 as 65001\n  neighbour 10.0.0.1 from loopback 0\n");
        assertThat(net.session("a", "10.0.0.2")).isEqualTo("ESTABLISHED");
        assertThat(net.model().bgpSessions("a").get(0).established()).isTrue();
        Built missing = pair(
                "bgp 65001\n  neighbour 10.0.0.2 as 65001\n  neighbour 10.0.0.2 from loopback 5\n",
                "bgp 65001\n  neighbour 10.0.0.1 as 65001\n  neighbour 10.0.0.1 from loopback 0\n");
        assertThat(missing.session("a", "10.0.0.2"))
                .as("the interface that it should send from is not there, but b opens the session")
                .isEqualTo("ESTABLISHED");
        Built neither = pair(
                "bgp 65001\n  neighbour 10.0.0.2 as 65001\n  neighbour 10.0.0.2 from loopback 5\n",
                "bgp 65001\n  neighbour 10.0.0.1 as 65001\n  neighbour 10.0.0.1 from loopback 5\n");
        assertThat(neither.session("a", "10.0.0.2")).isEqualTo("DOWN: a has no route to 10.0.0.2.");
        assertThat(neither.model().bgpSessions("a").get(0).established()).isFalse();
    }

    @Test
    void betweenSystemsTheSubnetIsSharedOrMultihopSetOnBoth() {
        String a = "bgp 65001\n  neighbour 10.0.0.2 as 65002\n  neighbour 10.0.0.2 from loopback 0\n";
        String b = "bgp 65002\n  neighbour 10.0.0.1 as 65001\n  neighbour 10.0.0.1 from loopback 0\n";
        String apart = "DOWN: The two are on no shared subnet, and multihop is not set on both.";
        assertThat(pair(a, b).session("a", "10.0.0.2")).isEqualTo(apart);
        assertThat(pair(a + "  neighbour 10.0.0.2 multihop\n", b).session("a", "10.0.0.2"))
                .isEqualTo(apart);
        assertThat(pair(a, b + "  neighbour 10.0.0.1 multihop\n").session("a", "10.0.0.2"))
                .isEqualTo(apart);
        assertThat(pair(a + "  neighbour 10.0.0.2 multihop\n", b + "  neighbour 10.0.0.1 multihop\n")
                        .session("a", "10.0.0.2"))
                .isEqualTo("ESTABLISHED");
    }

    /** RFC 4271, section 5.1.3: b tells a of a next hop on the subnet that the three share. */
    @Test
    void aNextHopOnTheSharedSubnetIsPassedOnAsItIs() {
        Built net = new CorvaneNetwork()
                .device(
                        "sw",
                        "vlan 5\ninterface port 1\n  vlan access 5\ninterface port 2\n  vlan access 5\ninterface port 3\n  vlan access 5\n")
                .device("a", onSwitch(1, "bgp 65001\n  neighbour 10.1.0.2 as 65002\n"))
                .device("b", onSwitch(2, "bgp 65002\n  neighbour 10.1.0.1 as 65001\n  neighbour 10.1.0.3 as 65003\n"))
                .device(
                        "c",
                        onSwitch(
                                3,
                                "route 198.51.100.0/24 discard\nbgp 65003\n  network 198.51.100.0/24\n  neighbour 10.1.0.2 as 65002\n"))
                .link("a port 1", "sw port 1")
                .link("b port 1", "sw port 2")
                .link("c port 1", "sw port 3")
                .build();
        assertThat(net.route("a", "198.51.100.0/24")).isEqualTo("EBGP 0 [10.1.0.3 port 1]");
        assertThat(net.model().bgpRoutes("a").get(0).path()).containsExactly(65002L, 65003L);
        assertThat(net.route("b", "198.51.100.0/24")).isEqualTo("EBGP 0 [10.1.0.3 port 1]");
    }

    private static String onSwitch(int n, String bgp) {
        return "interface port 1\n  address 10.1.0." + n + "/24\n" + bgp;
    }

    @Test
    void ownRoutesAreToldWithTheTellersAddressAndWhatTheNeighbourKnowsBetterIsNotToldBack() {
        Built net = pair(
                "route 10.200.0.0/16 discard\nbgp 65001\n  redistribute static\n  neighbour 10.1.0.2 as 65002\n",
                "bgp 65002\n  redistribute connected\n  neighbour 10.1.0.1 as 65001\n");
        assertThat(net.route("b", "10.200.0.0/16")).isEqualTo("EBGP 0 [10.1.0.1 port 1]");
        assertThat(net.model().bgpRoutes("b")).anySatisfy(r -> {
            assertThat(r.prefix()).hasToString("10.0.0.2/32");
            assertThat(r.incomplete()).isTrue();
            assertThat(r.learnedFrom()).isNull();
        });
        assertThat(net.model().bgpRoutes("a"))
                .filteredOn(r -> r.prefix().toString().equals("10.200.0.0/16"))
                .singleElement()
                .satisfies(r -> assertThat(r.learnedFrom()).as("its own").isNull());
    }
}
