package io.safestep.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.network.CorvaneNetwork.Built;
import org.junit.jupiter.api.Test;

/** What OSPF routers hear of each other and of the outside, beyond two that simply agree. */
class OspfNeighbourhoodTest {

    private static String router(int n, String onPort, String ospf) {
        return "interface loopback 0\n  address 10.0.0." + n + "/32\ninterface port 1\n  address 10.1.0." + n + "/30\n"
                + onPort + "ospf 1\n  area 0 network 10.0.0.0/8\n" + ospf;
    }

    private static Built pair(String a, String b) {
        return new CorvaneNetwork()
                .device("a", a)
                .device("b", b)
                .link("a port 1", "b port 1")
                .build();
    }

    @Test
    void bothHaveToTreatAnAreaAlike() {
        String area1 =
                "interface port 1\n  address 10.1.0.%d/30\nospf 1\n  router-id 10.0.0.%d\n  area 1 network 10.0.0.0/8\n%s";
        Built net = pair(area1.formatted(1, 1, "  area 1 stub\n"), area1.formatted(2, 2, ""));
        assertThat(net.adjacency("a", "b")).isEqualTo("DOWN: Only a port 1 treats area 1 as a stub area.");
        assertThat(net.adjacency("b", "a")).isEqualTo("DOWN: Only a port 1 treats area 1 as a stub area.");
        assertThat(pair(area1.formatted(1, 1, "  area 1 stub\n"), area1.formatted(2, 2, "  area 1 stub\n"))
                        .adjacency("a", "b"))
                .isEqualTo("FULL");
    }

    @Test
    void theKeysHaveToBeTheSame() {
        assertThat(pair(router(1, "  ospf key lantern\n", ""), router(2, "  ospf key keel\n", ""))
                        .adjacency("a", "b"))
                .isEqualTo("DOWN: Authentication differs: the keys are not the same.");
        assertThat(pair(router(1, "  ospf key lantern\n", ""), router(2, "  ospf key lantern\n", ""))
                        .adjacency("a", "b"))
                .isEqualTo("FULL");
    }

    /** RFC 2328, sections 8.2 and 10.5. */
    @Test
    void onAPointToPointLinkMaskAndSubnetDoNotCount() {
        String far = "interface loopback 0\n  address 10.0.0.2/32\ninterface port 1\n  address 10.6.0.9/29\n"
                + "  ospf type point-to-point\nospf 1\n  area 0 network 10.0.0.0/8\n";
        Built net = pair(router(1, "  ospf type point-to-point\n", ""), far);
        assertThat(net.adjacency("a", "b")).isEqualTo("FULL");
        assertThat(net.route("a", "10.0.0.2/32")).isEqualTo("OSPF_INTRA_AREA 10 [10.6.0.9 port 1]");
    }

    @Test
    void aFilterMayLetHellosThroughAndNothingElse() {
        String filter = "packet-filter half\n  %s ospf 0.0.0.0/0 to 224.0.0.5/32\n  %s ospf 0.0.0.0/0 to 10.1.0.0/24\n"
                + "  allow ip 0.0.0.0/0 to 0.0.0.0/0\n";
        String drops = "DOWN: The filter half on b port 1 drops OSPF packets.";
        String a = router(1, "", "");
        String on = "  filter-in half\n";
        assertThat(pair(a, router(2, on, filter.formatted("allow", "drop"))).adjacency("a", "b"))
                .isEqualTo(drops);
        assertThat(pair(a, router(2, on, filter.formatted("drop", "allow"))).adjacency("a", "b"))
                .isEqualTo(drops);
        assertThat(pair(a, router(2, on, filter.formatted("allow", "allow"))).adjacency("a", "b"))
                .isEqualTo("FULL");
        assertThat(pair(a, router(2, on, "")).adjacency("a", "b"))
                .as("it is not defined")
                .isEqualTo("FULL");
    }

    @Test
    void furtherAddressesAreAnnouncedWhereAStatementCoversThem() {
        Built net = pair(
                router(1, "  second-address 10.30.0.1/24\n  second-address 172.16.5.1/24\n", ""), router(2, "", ""));
        assertThat(net.route("b", "10.30.0.0/24")).isEqualTo("OSPF_INTRA_AREA 20 [10.1.0.1 port 1]");
        assertThat(net.route("b", "172.16.5.0/24")).as("no statement covers it").isEqualTo("none");
        Built otherArea = pair(
                router(1, "  second-address 10.30.0.1/24\n", "  area 3 network 10.30.0.0/16\n"), router(2, "", ""));
        assertThat(otherArea.route("b", "10.30.0.0/24"))
                .as("the statement that covers it best is of another area")
                .isEqualTo("none");
    }

    @Test
    void ofParallelCablesTheCheapestCount() {
        String two = "interface port 1\n  address 10.1.0.%1$d/30\n  ospf type point-to-point\n  ospf cost %2$s\n"
                + "interface port 2\n  address 10.1.0.%3$d/30\n  ospf type point-to-point\n  ospf cost %4$s\n"
                + "interface loopback 0\n  address 10.0.0.%1$d/32\nospf 1\n  area 0 network 10.0.0.0/8\n";
        for (String[] costs : new String[][] {{"5", "9"}, {"9", "5"}, {"5", "5"}}) {
            Built net = new CorvaneNetwork()
                    .device("a", two.formatted(1, costs[0], 5, costs[1]))
                    .device("b", two.formatted(2, costs[0], 6, costs[1]))
                    .link("a port 1", "b port 1")
                    .link("a port 2", "b port 2")
                    .build();
            String first = "10.1.0.2 port 1";
            String second = "10.1.0.6 port 2";
            String used = costs[0].equals(costs[1]) ? first + ", " + second : costs[0].equals("5") ? first : second;
            assertThat(net.route("a", "10.0.0.2/32"))
                    .as("at cost %s and %s", costs[0], costs[1])
                    .isEqualTo("OSPF_INTRA_AREA 5 [" + used + "]");
        }
    }

    /** A router between two boundary routers that both know 172.20.0.0/16. */
    private static Built between(String left, String right, String costToRight) {
        String boundary = "interface loopback 0\n  address 10.0.0.%d/32\ninterface port 1\n  address 10.1.%d.1/30\n"
                + "route 172.20.0.0/16 discard\nospf 1\n  area 0 network 10.0.0.0/8\n  redistribute static%s\n";
        return new CorvaneNetwork()
                .device("left", boundary.formatted(1, 1, left))
                .device("right", boundary.formatted(2, 2, right))
                .device(
                        "mid",
                        "interface loopback 0\n  address 10.0.0.3/32\ninterface port 1\n  address 10.1.1.2/30\n"
                                + "interface port 2\n  address 10.1.2.2/30\n" + costToRight
                                + "ospf 1\n  area 0 network 10.0.0.0/8\n")
                .link("left port 1", "mid port 1")
                .link("right port 1", "mid port 2")
                .build();
    }

    /** RFC 2328, section 16.4. */
    @Test
    void ofSeveralThatBringTheSameInTheBestIsUsed() {
        String left = "[10.1.1.1 port 1]";
        String right = "[10.1.2.1 port 2]";
        String prefix = "172.20.0.0/16";
        assertThat(between(" metric 900 type 1", " metric 1 type 2", "").route("mid", prefix))
                .as("type 1 before type 2")
                .isEqualTo("OSPF_EXTERNAL_1 910 " + left);
        assertThat(between(" metric 30 type 2", " metric 20 type 2", "  ospf cost 500\n")
                        .route("mid", prefix))
                .as("the announced metric before the way there")
                .isEqualTo("OSPF_EXTERNAL_2 20 " + right);
        assertThat(between(" metric 20 type 2", " metric 20 type 2", "  ospf cost 500\n")
                        .route("mid", prefix))
                .as("then the shorter way there")
                .isEqualTo("OSPF_EXTERNAL_2 20 " + left);
        assertThat(between(" metric 20 type 2", " metric 20 type 2", "").route("mid", prefix))
                .as("both, where nothing tells them apart")
                .isEqualTo("OSPF_EXTERNAL_2 20 [10.1.1.1 port 1, 10.1.2.1 port 2]");
        assertThat(between(" metric 30 type 1", " metric 20 type 1", "  ospf cost 20\n")
                        .route("mid", prefix))
                .as("type 1 counts the whole way")
                .isEqualTo("OSPF_EXTERNAL_1 40 [10.1.1.1 port 1, 10.1.2.1 port 2]");
    }

    @Test
    void whatIsInsideIsNotBroughtInOnceMore() {
        Built net = pair(
                router(1, "interface port 4\n  address 172.30.0.1/24\n", "  redistribute connected metric 3 type 2\n"),
                router(2, "", ""));
        assertThat(net.route("b", "10.0.0.1/32")).startsWith("OSPF_INTRA_AREA");
        assertThat(net.route("b", "172.30.0.0/24")).as("its interface is down").isEqualTo("none");
        Built outside = pair(
                router(
                        1,
                        "interface loopback 1\n  address 172.30.0.1/32\n",
                        "  redistribute connected metric 3 type 2\n"),
                router(2, "", ""));
        assertThat(outside.route("b", "172.30.0.1/32")).isEqualTo("OSPF_EXTERNAL_2 3 [10.1.0.1 port 1]");
        assertThat(outside.route("b", "10.1.0.0/30")).isEqualTo("CONNECTED 0 [attached port 1]");
    }

    @Test
    void aRouterIdThatTwoHaveIsNamedOnce() {
        Built net = pair(router(1, "", "  router-id 10.0.0.9\n"), router(2, "", "  router-id 10.0.0.9\n"));
        assertThat(net.model().problems()).containsExactly("a and b have the same OSPF router ID 10.0.0.9.");
        assertThat(net.model().ospfRouterId("a")).hasToString("10.0.0.9");
        assertThat(net.model().ospfAreas("a")).containsExactly(0L);
    }

    @Test
    void filtersAndListsThatAreNotDefinedAreNamed() {
        Built net = pair(
                router(
                        1,
                        "  filter-in gone\n  filter-out lost\n",
                        "bgp 65001\n  neighbour 10.1.0.2 as 65002\n"
                                + "  neighbour 10.1.0.2 filter-in nobody\n  neighbour 10.1.0.2 filter-out nothing\n"),
                router(2, "", "bgp 65002\n  neighbour 10.1.0.1 as 65001\n"));
        assertThat(net.model().problems())
                .containsExactlyInAnyOrder(
                        "a port 1 uses the packet filter gone, which is not defined; it is taken to let everything pass.",
                        "a port 1 uses the packet filter lost, which is not defined; it is taken to let everything pass.",
                        "a uses the prefix list nobody for 10.1.0.2, which is not defined; it is taken to let everything pass.",
                        "a uses the prefix list nothing for 10.1.0.2, which is not defined; it is taken to let everything pass.");
    }
}
