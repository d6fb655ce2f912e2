package io.safestep.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.network.CorvaneNetwork.Built;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What a router brings into OSPF of what it knows otherwise (RFC 2328, section 2.3), and what it keeps to itself. */
class RedistributionTest {

    private static final String EXTERNAL = "OSPF_EXTERNAL_2";

    /** Two routers on a cable; the first has networks outside OSPF beside it, the second knows OSPF alone. */
    private static Built pair(String linesOfA, String ospfOfA) {
        return network(linesOfA, ospfOfA, "").build();
    }

    private static CorvaneNetwork network(String linesOfA, String ospfOfA, String linesOfB) {
        return new CorvaneNetwork()
                .device(
                        "a",
                        "interface port 1\n  address 10.1.0.1/30\ninterface port 2\n  address 172.16.9.1/30\n"
                                + "interface loopback 0\n  address 10.99.0.1/32\n" + linesOfA
                                + "ospf 1\n  area 0 network 10.0.0.0/8\n" + ospfOfA)
                .device(
                        "b",
                        "interface port 1\n  address 10.1.0.2/30\n" + linesOfB
                                + "ospf 1\n  area 0 network 10.0.0.0/8\n")
                .device("c", "interface port 1\n  address 172.16.9.2/30\n")
                .link("a port 1", "b port 1")
                .link("a port 2", "c port 1");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            connected | 172.16.9.0/30 | yes | an attached network outside OSPF
            connected | 10.99.0.1/32  | no  | what is inside OSPF is told by OSPF itself
            connected | 172.20.0.0/16 | no  | a static route is not asked for
            connected | 172.21.0.0/16 | no  | nor is one that discards
            static    | 172.20.0.0/16 | yes | a static route
            static    | 172.21.0.0/16 | yes | one that discards, too: it is a route
            static    | 172.16.9.0/30 | no  | an attached network is not asked for
            static    | 172.22.0.0/16 | no  | its next hop is known to nobody, so it is no route
            static    | 0.0.0.0/0     | no  | a default route is announced by words of its own
            bgp       | 172.20.0.0/16 | no  | there is no BGP
            """)
    void whatIsAskedForIsBroughtInAndNothingElse(String source, String prefix, String told, String why) {
        String routes = "route 172.20.0.0/16 via 172.16.9.2\nroute 172.21.0.0/16 discard\n"
                + "route 172.22.0.0/16 via 192.0.2.77\nroute 0.0.0.0/0 via 172.16.9.2\n";
        String route = pair(routes, "  redistribute " + source + "\n").route("b", prefix);
        assertThat(route.startsWith(EXTERNAL)).as("%s: %s", why, route).isEqualTo(told.equals("yes"));
    }

    @Test
    void severalSourcesAreBroughtInEachWithItsOwnCost() {
        Built net = pair(
                "route 172.20.0.0/16 via 172.16.9.2\n",
                "  redistribute connected metric 30 type 2\n  redistribute static metric 40 type 1\n");
        assertThat(net.route("b", "172.16.9.0/30")).isEqualTo("OSPF_EXTERNAL_2 30 [10.1.0.1 port 1]");
        assertThat(net.route("b", "172.20.0.0/16"))
                .as("type 1 counts the way there, too")
                .isEqualTo("OSPF_EXTERNAL_1 50 [10.1.0.1 port 1]");
    }

    @Test
    void whatGoesDownIsNoLongerTold() {
        CorvaneNetwork net = network("route 172.20.0.0/16 via 172.16.9.2\n", "  redistribute static\n", "");
        assertThat(net.build().route("b", "172.20.0.0/16")).startsWith(EXTERNAL);
        assertThat(net.off("c").build().route("b", "172.20.0.0/16"))
                .as("the interface towards its next hop is down")
                .isEqualTo("none");
    }

    @Test
    void whoKnowsSomethingBetterUsesThat() {
        String same = "route 172.20.0.0/16 via 172.16.9.2\n";
        Built net = network(same, "  redistribute static\n", "route 172.20.0.0/16 discard\n")
                .build();
        assertThat(net.route("b", "172.20.0.0/16")).isEqualTo("STATIC 0 discard");
        assertThat(net.route("a", "172.20.0.0/16"))
                .as("who brings it in does not learn it back")
                .isEqualTo("STATIC 0 [172.16.9.2 port 2]");
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "  redistribute static\n", "  redistribute connected\n"})
    void aDefaultRouteIsNeverBroughtInByTheWay(String ospf) {
        assertThat(pair("route 0.0.0.0/0 via 172.16.9.2\n", ospf).route("b", "0.0.0.0/0"))
                .isEqualTo("none");
    }

    @Test
    void aDefaultRouteThatOspfItselfToldIsNoReasonToAnnounceOne() {
        Built net = new CorvaneNetwork()
                .device(
                        "a",
                        "interface port 1\n  address 10.1.0.1/30\nospf 1\n  area 0 network 10.0.0.0/8\n"
                                + "  default-route always metric 5\n")
                .device(
                        "b",
                        "interface port 1\n  address 10.1.0.2/30\ninterface port 2\n  address 10.2.0.1/30\n"
                                + "ospf 1\n  area 0 network 10.0.0.0/8\n  default-route when-known metric 1\n")
                .device("c", "interface port 1\n  address 10.2.0.2/30\nospf 1\n  area 0 network 10.0.0.0/8\n")
                .link("a port 1", "b port 1")
                .link("b port 2", "c port 1")
                .build();
        assertThat(net.route("c", "0.0.0.0/0"))
                .as("that of a, which b only passes on")
                .isEqualTo("OSPF_EXTERNAL_2 5 [10.2.0.1 port 1]");
        assertThat(net.route("b", "0.0.0.0/0")).isEqualTo("OSPF_EXTERNAL_2 5 [10.1.0.1 port 1]");
    }

    /** Between two protocols a route comes back under another name: the network settles all the same. */
    @Test
    void whatPassesInACircleSettles() {
        Built net = new CorvaneNetwork()
                .device(
                        "a",
                        "interface port 1\n  address 10.1.0.1/30\ninterface port 2\n  address 192.0.2.1/30\n"
                                + "route 172.20.0.0/16 discard\n"
                                + "ospf 1\n  area 0 network 10.0.0.0/8\n  redistribute static\n  redistribute bgp\n"
                                + "bgp 65001\n  redistribute ospf\n  neighbour 192.0.2.2 as 65002\n")
                .device(
                        "b",
                        "interface port 1\n  address 10.1.0.2/30\ninterface port 2\n  address 192.0.2.5/30\n"
                                + "ospf 1\n  area 0 network 10.0.0.0/8\n  redistribute bgp\n"
                                + "bgp 65001\n  redistribute ospf\n  neighbour 192.0.2.6 as 65002\n")
                .device(
                        "c",
                        "interface port 1\n  address 192.0.2.2/30\ninterface port 2\n  address 192.0.2.6/30\n"
                                + "route 203.0.113.0/24 discard\n"
                                + "bgp 65002\n  network 203.0.113.0/24\n  neighbour 192.0.2.1 as 65001\n"
                                + "  neighbour 192.0.2.5 as 65001\n")
                .link("a port 1", "b port 1")
                .link("a port 2", "c port 1")
                .link("b port 2", "c port 2")
                .build();
        assertThat(net.route("a", "203.0.113.0/24")).startsWith("EBGP");
        assertThat(net.route("b", "203.0.113.0/24")).startsWith("EBGP");
        assertThat(net.route("b", "172.20.0.0/16")).startsWith(EXTERNAL);
        assertThat(net.model().problems()).isEmpty();
    }

    /** A customer's router: two lines to the same provider, and a static way of last resort. */
    private static Built customer(String linesOfA) {
        return new CorvaneNetwork()
                .device(
                        "a",
                        "interface port 1\n  address 192.0.2.1/30\ninterface port 2\n  address 10.1.0.1/30\n"
                                + "interface port 3\n  address 172.16.9.1/30\n" + linesOfA
                                + "bgp 65001\n  redistribute static\n  neighbour 192.0.2.2 as 65002\n"
                                + "  neighbour 10.1.0.2 as 65001\n")
                .device(
                        "provider",
                        "interface port 1\n  address 192.0.2.2/30\nroute 203.0.113.0/24 discard\n"
                                + "bgp 65002\n  network 203.0.113.0/24\n  neighbour 192.0.2.1 as 65001\n")
                .device("inside", "interface port 1\n  address 10.1.0.2/30\nbgp 65001\n  neighbour 10.1.0.1 as 65001\n")
                .device("spare", "interface port 1\n  address 172.16.9.2/30\n")
                .link("a port 1", "provider port 1")
                .link("a port 2", "inside port 1")
                .link("a port 3", "spare port 1")
                .build();
    }

    @Test
    void aStaticRouteThatIsInUseIsTakenOver() {
        Built net = customer("route 203.0.113.0/24 via 172.16.9.2\n");
        assertThat(net.route("a", "203.0.113.0/24")).isEqualTo("STATIC 0 [172.16.9.2 port 3]");
        assertThat(net.model().bgpRoutes("a").toString())
                .as("announced as its own, which goes before what is heard")
                .contains("203.0.113.0/24");
        assertThat(net.route("inside", "203.0.113.0/24")).startsWith("IBGP");
    }

    @Test
    void aStaticRouteOfLastResortIsNotTakenOverWhileABetterOneIsHeard() {
        Built net = customer("route 203.0.113.0/24 via 172.16.9.2 distance 250\n");
        assertThat(net.route("a", "203.0.113.0/24"))
                .as("what the provider tells is trusted more")
                .isEqualTo("EBGP 0 [192.0.2.2 port 1]");
        assertThat(net.model().problems()).isEmpty();
    }

    @Test
    void whatIsHeardInsideIsTrustedLessThanOspf() {
        Built net = new CorvaneNetwork()
                .device(
                        "a",
                        "interface port 1\n  address 10.1.0.1/30\n"
                                + "ospf 1\n  area 0 network 10.0.0.0/8\n"
                                + "bgp 65001\n  redistribute ospf\n  neighbour 10.1.0.2 as 65001\n")
                .device(
                        "b",
                        "interface port 1\n  address 10.1.0.2/30\nroute 172.20.0.0/16 discard\n"
                                + "ospf 1\n  area 0 network 10.0.0.0/8\n  redistribute static\n"
                                + "bgp 65001\n  network 172.20.0.0/16\n  neighbour 10.1.0.1 as 65001\n")
                .link("a port 1", "b port 1")
                .build();
        assertThat(net.route("a", "172.20.0.0/16"))
                .as("110 before 200")
                .isEqualTo("OSPF_EXTERNAL_2 20 [10.1.0.2 port 1]");
        assertThat(net.route("b", "172.20.0.0/16")).isEqualTo("STATIC 0 discard");
        assertThat(net.model().problems()).isEmpty();
    }
}
