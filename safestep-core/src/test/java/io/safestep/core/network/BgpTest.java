package io.safestep.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.network.CorvaneNetwork.Built;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BgpTest {

    /** Our edge {@code e} (AS 65077) and a provider {@code p} (AS 64496). */
    private static Built pair(String linesOfE, String linesOfP) {
        return new CorvaneNetwork()
                .device(
                        "e",
                        "interface port 1\n  address 192.0.2.2/30\nroute 10.77.0.0/16 discard\nbgp 65077\n"
                                + "  network 10.77.0.0/16\n" + unlessSaid("  neighbour 192.0.2.1 as 64496\n", linesOfE)
                                + linesOfE)
                .device(
                        "p",
                        "interface port 1\n  address 192.0.2.1/30\nroute 198.51.100.0/24 discard\nbgp 64496\n"
                                + "  network 198.51.100.0/24\n"
                                + unlessSaid("  neighbour 192.0.2.2 as 65077\n", linesOfP) + linesOfP)
                .link("e port 1", "p port 1")
                .build();
    }

    private static String unlessSaid(String line, String others) {
        return others.startsWith(line.substring(0, line.lastIndexOf(' '))) ? "" : line;
    }

    @Test
    void twoSystemsExchangeTheirNetworks() {
        Built net = pair("", "");
        assertThat(net.session("e", "192.0.2.1")).isEqualTo("ESTABLISHED");
        assertThat(net.route("e", "198.51.100.0/24")).isEqualTo("EBGP 0 [192.0.2.1 port 1]");
        assertThat(net.route("p", "10.77.0.0/16")).isEqualTo("EBGP 0 [192.0.2.2 port 1]");
        assertThat(net.model().bgpRoutes("p").get(0).path()).containsExactly(65077L);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            neighbour 192.0.2.1 disabled   |                               | DOWN: e has switched the session off.
                                           | neighbour 192.0.2.2 disabled  | DOWN: p has switched the session off.
                                           | neighbour 192.0.2.2 as 65078  | DOWN: p expects autonomous system 65078, e is in 65077.
            neighbour 192.0.2.1 as 64497   |                               | DOWN: e expects autonomous system 64497, p is in 64496.
            neighbour 192.0.2.1 key one    | neighbour 192.0.2.2 key other | DOWN: The keys are not the same.
            """)
    void whatKeepsASessionDownIsNamed(String linesOfE, String linesOfP, String expected) {
        assertThat(pair(line(linesOfE), line(linesOfP)).session("e", "192.0.2.1"))
                .isEqualTo(expected);
    }

    private static String line(String text) {
        return text == null || text.isBlank() ? "" : "  " + text.strip() + "\n";
    }

    @Test
    void aNeighbourOutsideTheNetworkIsNotGuessedAt() {
        assertThat(pair("  neighbour 203.0.113.9 as 64500\n", "").session("e", "203.0.113.9"))
                .isEqualTo("UNKNOWN: No device of this network has 203.0.113.9.");
    }

    @Test
    void prefixListsDecideWhatIsGivenAndTaken() {
        Built given = pair(
                "  neighbour 192.0.2.1 filter-out ours\nprefix-list ours\n  drop 10.77.0.0/16\n  allow 10.0.0.0/8 up-to 24\n",
                "");
        assertThat(given.route("p", "10.77.0.0/16")).isEqualTo("none");
        Built taken =
                pair("  neighbour 192.0.2.1 filter-in some\nprefix-list some\n  allow 198.51.0.0/16 up-to 23\n", "");
        assertThat(taken.route("e", "198.51.100.0/24")).isEqualTo("none");
        Built longer =
                pair("  neighbour 192.0.2.1 filter-in some\nprefix-list some\n  allow 198.51.0.0/16 up-to 24\n", "");
        assertThat(longer.route("e", "198.51.100.0/24")).startsWith("EBGP");
    }

    @Test
    void withoutAFilterNothingPassesWhereAPolicyIsRequired() {
        Built net = pair("  require-policy\n", "");
        assertThat(net.session("e", "192.0.2.1")).isEqualTo("ESTABLISHED");
        assertThat(net.route("e", "198.51.100.0/24")).isEqualTo("none");
        assertThat(net.route("p", "10.77.0.0/16")).isEqualTo("none");
    }

    @Test
    void aNetworkThatTheRoutingTableDoesNotHoldIsNotAnnounced() {
        assertThat(pair("  network 10.99.0.0/16\n", "").route("p", "10.99.0.0/16"))
                .isEqualTo("none");
    }

    @Test
    void aNeighbourCanBeGivenADefaultRoute() {
        Built net = pair("", "  neighbour 192.0.2.2 default-route\n");
        assertThat(net.route("e", "0.0.0.0/0")).isEqualTo("EBGP 0 [192.0.2.1 port 1]");
    }

    /**
     * Two edges with a provider each and a session between their loopbacks over OSPF.
     *
     * @param e1 lines for the first edge's BGP process
     */
    private static Built twoProviders(String e1, String e2, String p1, String p2) {
        return new CorvaneNetwork()
                .device("e1", edge(1, "192.0.2.2/30", "192.0.2.1", 64496, e1))
                .device("e2", edge(2, "192.0.2.6/30", "192.0.2.5", 64511, e2))
                .device("p1", provider("192.0.2.1/30", "192.0.2.2", 64496, "10.200.0.1/30", p1))
                .device("p2", provider("192.0.2.5/30", "192.0.2.6", 64511, "10.200.0.2/30", p2))
                .link("e1 port 1", "p1 port 1")
                .link("e2 port 1", "p2 port 1")
                .link("e1 port 2", "e2 port 2")
                .link("p1 port 2", "p2 port 2")
                .build();
    }

    private static String edge(int n, String address, String peer, int as, String more) {
        int other = 3 - n;
        return "interface loopback 0\n  address 10.0.0." + n + "/32\ninterface port 1\n  address " + address
                + "\ninterface port 2\n  address 10.1.0." + n + "/30\nospf 1\n  area 0 network 10.0.0.0/8\nbgp 65077\n"
                + "  neighbour " + peer + " as " + as + "\n  neighbour 10.0.0." + other
                + " as 65077\n  neighbour 10.0.0."
                + other + " from loopback 0\n  neighbour 10.0.0." + other + " next-hop-self\n" + more;
    }

    private static String provider(String address, String peer, int as, String between, String more) {
        return "interface port 1\n  address " + address + "\ninterface port 2\n  address " + between
                + "\nroute 198.51.100.0/24 discard\nbgp " + as + "\n  network 198.51.100.0/24\n  neighbour " + peer
                + " as 65077\n" + more;
    }

    @Test
    void anExternalRouteComesBeforeAnInternalOne() {
        Built net = twoProviders("", "", "", "");
        assertThat(net.session("e1", "10.0.0.2")).isEqualTo("ESTABLISHED");
        assertThat(net.route("e1", "198.51.100.0/24")).isEqualTo("EBGP 0 [192.0.2.1 port 1]");
        assertThat(net.route("e2", "198.51.100.0/24")).isEqualTo("EBGP 0 [192.0.2.5 port 1]");
    }

    @Test
    void localPreferenceComesFirst() {
        Built net = twoProviders("  neighbour 192.0.2.1 local-preference 200\n", "", "", "");
        assertThat(net.route("e2", "198.51.100.0/24"))
                .as("by way of the other edge's loopback, which OSPF leads to")
                .isEqualTo("IBGP 0 [10.1.0.1 port 2]");
        assertThat(net.path("10.1.0.2", "198.51.100.7")).isEqualTo("DISCARDED e2>e1>p1");
    }

    @Test
    void thenTheLengthOfThePath() {
        Built net = twoProviders("", "", "  neighbour 192.0.2.2 prepend 2\n", "");
        assertThat(net.route("e1", "198.51.100.0/24")).isEqualTo("IBGP 0 [10.1.0.2 port 2]");
    }

    @Test
    void withoutNextHopSelfTheNextHopHasToBeReachable() {
        Built net = new CorvaneNetwork()
                .device(
                        "e1",
                        edge(1, "192.0.2.2/30", "192.0.2.1", 64496, "")
                                .replace("  neighbour 10.0.0.2 next-hop-self\n", ""))
                .device("e2", edge(2, "192.0.2.6/30", "192.0.2.5", 64511, ""))
                .device("p1", provider("192.0.2.1/30", "192.0.2.2", 64496, "10.200.0.1/30", ""))
                .link("e1 port 1", "p1 port 1")
                .link("e1 port 2", "e2 port 2")
                .build();
        assertThat(net.route("e2", "198.51.100.0/24")).isEqualTo("none");
    }

    @Test
    void whatCameFromInsideIsNotToldInsideAgain() {
        Built net = new CorvaneNetwork()
                .device(
                        "a",
                        "interface port 1\n  address 10.1.0.1/30\nroute 10.50.0.0/16 discard\nbgp 65077\n"
                                + "  network 10.50.0.0/16\n  neighbour 10.1.0.2 as 65077\n")
                .device(
                        "b",
                        "interface port 1\n  address 10.1.0.2/30\ninterface port 2\n  address 10.1.0.5/30\nbgp 65077\n"
                                + "  neighbour 10.1.0.1 as 65077\n  neighbour 10.1.0.6 as 65077\n  neighbour 10.1.0.6 next-hop-self\n")
                .device("c", "interface port 1\n  address 10.1.0.6/30\nbgp 65077\n  neighbour 10.1.0.5 as 65077\n")
                .link("a port 1", "b port 1")
                .link("b port 2", "c port 1")
                .build();
        assertThat(net.route("b", "10.50.0.0/16")).startsWith("IBGP");
        assertThat(net.route("c", "10.50.0.0/16")).isEqualTo("none");
    }

    @Test
    void externalNeighboursOnDifferentSubnetsNeedMultihop() {
        String e = "interface loopback 0\n  address 10.0.0.1/32\ninterface port 1\n  address 192.0.2.2/30\n"
                + "route 10.0.0.9/32 via 192.0.2.1\nbgp 65077\n  neighbour 10.0.0.9 as 64496\n  neighbour 10.0.0.9 from loopback 0\n";
        String p = "interface loopback 0\n  address 10.0.0.9/32\ninterface port 1\n  address 192.0.2.1/30\n"
                + "route 10.0.0.1/32 via 192.0.2.2\nbgp 64496\n  neighbour 10.0.0.1 as 65077\n  neighbour 10.0.0.1 from loopback 0\n";
        Built without = new CorvaneNetwork()
                .device("e", e)
                .device("p", p)
                .link("e port 1", "p port 1")
                .build();
        assertThat(without.session("e", "10.0.0.9"))
                .isEqualTo("DOWN: The two are on no shared subnet, and multihop is not set on both.");
        Built with = new CorvaneNetwork()
                .device("e", e + "  neighbour 10.0.0.9 multihop\n")
                .device("p", p + "  neighbour 10.0.0.1 multihop\n")
                .link("e port 1", "p port 1")
                .build();
        assertThat(with.session("e", "10.0.0.9")).isEqualTo("ESTABLISHED");
    }

    @Test
    void bgpRoutesPassIntoOspf() {
        Built net = new CorvaneNetwork()
                .device(
                        "e",
                        "interface port 1\n  address 192.0.2.2/30\ninterface port 2\n  address 10.1.0.1/30\n"
                                + "ospf 1\n  area 0 network 10.0.0.0/8\n  redistribute bgp\n  default-route when-known\n"
                                + "bgp 65077\n  neighbour 192.0.2.1 as 64496\n")
                .device(
                        "p",
                        "interface port 1\n  address 192.0.2.1/30\nroute 198.51.100.0/24 discard\nbgp 64496\n"
                                + "  network 198.51.100.0/24\n  neighbour 192.0.2.2 as 65077\n  neighbour 192.0.2.2 default-route\n")
                .device("i", "interface port 1\n  address 10.1.0.2/30\nospf 1\n  area 0 network 10.0.0.0/8\n")
                .link("e port 1", "p port 1")
                .link("e port 2", "i port 1")
                .build();
        assertThat(net.route("i", "198.51.100.0/24")).isEqualTo("OSPF_EXTERNAL_2 20 [10.1.0.1 port 1]");
        assertThat(net.route("i", "0.0.0.0/0")).isEqualTo("OSPF_EXTERNAL_2 1 [10.1.0.1 port 1]");
        assertThat(net.model().problems()).isEmpty();
    }
}
