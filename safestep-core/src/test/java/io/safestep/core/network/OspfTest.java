package io.safestep.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.network.CorvaneNetwork.Built;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OspfTest {

    /** Two routers on one cable, each with a loopback; settings of the first as given. */
    private static Built pair(String interfaceLines, String ospfLines) {
        return new CorvaneNetwork()
                .device(
                        "a",
                        "interface loopback 0\n  address 10.0.0.1/32\ninterface port 1\n"
                                + (interfaceLines.contains("address ") ? "" : "  address 10.1.0.1/30\n")
                                + indented(interfaceLines)
                                + "ospf 1\n"
                                + (ospfLines.contains("area ") ? "" : "  area 0 network 10.0.0.0/8\n")
                                + indented(ospfLines))
                .device("b", """
                        interface loopback 0
                          address 10.0.0.2/32
                        interface port 1
                          address 10.1.0.2/30
                        ospf 1
                          area 0 network 10.0.0.0/8
                        """)
                .link("a port 1", "b port 1")
                .build();
    }

    private static String indented(String lines) {
        StringBuilder text = new StringBuilder();
        for (String line : lines.split(";")) {
            if (!line.isBlank()) {
                text.append("  ").append(line.strip()).append('\n');
            }
        }
        return text.toString();
    }

    @Test
    void twoRoutersThatAgreeBecomeFull() {
        Built net = pair("", "");
        assertThat(net.adjacency("a", "b")).isEqualTo("FULL");
        assertThat(net.adjacency("b", "a")).isEqualTo("FULL");
        // The loopback is announced as a host at no cost (RFC 2328, 12.4.1).
        assertThat(net.route("a", "10.0.0.2/32")).isEqualTo("OSPF_INTRA_AREA 10 [10.1.0.2 port 1]");
        assertThat(net.model().problems()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            ospf passive                    |                     | DOWN: a port 1 is passive.
            ospf hello 5                    |                     | DOWN: Timers differ: a port 1 has hello 5 and dead 20, b port 1 has hello 10 and dead 40.
            ospf dead 50                    |                     | DOWN: Timers differ: a port 1 has hello 10 and dead 50, b port 1 has hello 10 and dead 40.
            address 10.1.0.1/29             |                     | DOWN: Mask differs: a port 1 has 10.1.0.1/29, b port 1 10.1.0.2/30.
            address 10.1.0.5/30             |                     | DOWN: Subnet differs: a port 1 has 10.1.0.5/30, b port 1 10.1.0.2/30.
            mtu 1400                        |                     | EXSTART: MTU differs: a port 1 has 1400, b port 1 has 1500.
            ospf key lantern                |                     | DOWN: Authentication differs: only a port 1 has it.
                                            | authentication key x| DOWN: Authentication differs: only a port 1 has it.
                                            | area 1 network 10.0.0.0/8 | DOWN: Area differs: a port 1 is in 1, b port 1 in 0.
                                            | router-id 10.0.0.2  | DOWN: Both have the router ID 10.0.0.2.
                                            | area 0 network 10.0.0.1/32 | DOWN: a port 1 does not take part in OSPF.
            ospf type point-to-point        |                     | FULL: Network type differs, so that no route leads over it: a port 1 is point-to-point, b port 1 is broadcast.
            """)
    void whatDoesNotAgreeIsNamed(String interfaceLines, String ospfLines, String expected) {
        Built net = pair(interfaceLines == null ? "" : interfaceLines, ospfLines == null ? "" : ospfLines);
        assertThat(net.adjacency("a", "b")).isEqualTo(expected);
        assertThat(net.adjacency("b", "a")).isEqualTo(expected);
        assertThat(net.route("a", "10.0.0.2/32")).isEqualTo("none");
    }

    @Test
    void aPassiveInterfaceIsStillAnnounced() {
        Built net = new CorvaneNetwork()
                .device("a", router(1, "10.1.0.1/30", "") + "interface port 2\n  address 10.5.0.1/24\n  ospf passive\n")
                .device("b", router(2, "10.1.0.2/30", ""))
                .device("c", "")
                .link("a port 1", "b port 1")
                .host("h", "10.5.0.9/24", "10.5.0.1", "a port 2")
                .build();
        assertThat(net.route("b", "10.5.0.0/24")).isEqualTo("OSPF_INTRA_AREA 20 [10.1.0.1 port 1]");
    }

    private static String router(int id, String address, String more) {
        return "interface loopback 0\n  address 10.0.0." + id + "/32\ninterface port 1\n  address " + address + "\n"
                + more + "ospf 1\n  area 0 network 10.0.0.0/8\n";
    }

    @Test
    void filtersThatDropHellosKeepNeighboursApart() {
        Built net = new CorvaneNetwork()
                .device("a", """
                        interface port 1
                          address 10.1.0.1/30
                          filter-in web
                        ospf 1
                          area 0 network 10.0.0.0/8
                        packet-filter web
                          allow tcp 0.0.0.0/0 to 0.0.0.0/0 port 443
                        """)
                .device("b", "interface port 1\n  address 10.1.0.2/30\nospf 1\n  area 0 network 10.0.0.0/8\n")
                .link("a port 1", "b port 1")
                .build();
        assertThat(net.adjacency("b", "a")).isEqualTo("DOWN: The filter web on a port 1 drops OSPF packets.");
    }

    /** Four routers on one switch. */
    private static Built lan(int priorityOfA, int priorityOfB) {
        CorvaneNetwork net = new CorvaneNetwork().device("sw", """
                        vlan 5
                        interface port 1
                          vlan access 5
                        interface port 2
                          vlan access 5
                        interface port 3
                          vlan access 5
                        interface port 4
                          vlan access 5
                        """);
        String[] names = {"a", "b", "c", "d"};
        for (int i = 0; i < 4; i++) {
            int priority = i == 0 ? priorityOfA : i == 1 ? priorityOfB : 1;
            net.device(
                    names[i],
                    "interface loopback 0\n  address 10.0.0." + (i + 1) + "/32\ninterface port 1\n  address 10.1.0."
                            + (i + 1) + "/24\n  ospf priority " + priority
                            + "\nospf 1\n  area 0 network 10.0.0.0/8\n");
            net.link(names[i] + " port 1", "sw port " + (i + 1));
        }
        return net.build();
    }

    @Test
    void onASharedNetworkOnlyDesignatedRoutersAreFull() {
        Built net = lan(1, 1);
        assertThat(net.adjacency("d", "c")).isEqualTo("FULL");
        assertThat(net.adjacency("a", "c")).isEqualTo("FULL");
        assertThat(net.adjacency("a", "b")).isEqualTo("TWO_WAY");
        // The next hop is the other router itself, not the designated one.
        assertThat(net.route("a", "10.0.0.2/32")).isEqualTo("OSPF_INTRA_AREA 10 [10.1.0.2 port 1]");
    }

    @Test
    void priorityDecidesAndZeroNever() {
        Built net = lan(200, 0);
        assertThat(net.adjacency("a", "b")).isEqualTo("FULL");
        assertThat(net.adjacency("b", "c")).isEqualTo("TWO_WAY");
        assertThat(net.adjacency("d", "b")).as("d is the backup").isEqualTo("FULL");
    }

    @Test
    void equalWaysAreAllUsed() {
        Built net = new CorvaneNetwork()
                .device("a", node(1, "10.1.0.1/30", "10.1.0.5/30"))
                .device("b", node(2, "10.1.0.2/30", "10.1.0.9/30"))
                .device("c", node(3, "10.1.0.6/30", "10.1.0.13/30"))
                .device("d", node(4, "10.1.0.10/30", "10.1.0.14/30"))
                .link("a port 1", "b port 1")
                .link("a port 2", "c port 1")
                .link("b port 2", "d port 1")
                .link("c port 2", "d port 2")
                .build();
        assertThat(net.route("a", "10.0.0.4/32")).isEqualTo("OSPF_INTRA_AREA 20 [10.1.0.2 port 1, 10.1.0.6 port 2]");
        assertThat(net.trace("10.0.0.1", "10.0.0.4").alternatives()).isEqualTo(2);
        assertThat(net.trace("10.0.0.1", "10.0.0.4").delivered()).isTrue();
    }

    private static String node(int id, String first, String second) {
        return "interface loopback 0\n  address 10.0.0." + id + "/32\ninterface port 1\n  address " + first
                + "\ninterface port 2\n  address " + second + "\nospf 1\n  area 0 network 10.0.0.0/8\n";
    }

    @Test
    void theCheaperOfTwoParallelLinksIsUsed() {
        Built net = new CorvaneNetwork()
                .device("a", node(1, "10.1.0.1/30\n  ospf cost 5", "10.1.0.5/30\n  ospf cost 7"))
                .device("b", node(2, "10.1.0.2/30", "10.1.0.6/30"))
                .link("a port 1", "b port 1")
                .link("a port 2", "b port 2")
                .build();
        assertThat(net.route("a", "10.0.0.2/32")).isEqualTo("OSPF_INTRA_AREA 5 [10.1.0.2 port 1]");
        assertThat(net.route("b", "10.0.0.1/32"))
                .as("cost counts on the way out")
                .isEqualTo("OSPF_INTRA_AREA 10 [10.1.0.1 port 1, 10.1.0.5 port 2]");
    }

    /** a (area 1) - b (border) - c (border) - d (area 2), and in area 1 a loopback network of several. */
    private static CorvaneNetwork areas(String moreOnB, String moreOnA) {
        return new CorvaneNetwork()
                .device(
                        "a",
                        "interface loopback 0\n  address 10.11.0.1/32\ninterface loopback 1\n  address 10.11.0.2/32\n"
                                + "interface port 1\n  address 10.11.1.1/30\nospf 1\n  area 1 network 10.11.0.0/16\n"
                                + moreOnA)
                .device(
                        "b",
                        "interface port 1\n  address 10.11.1.2/30\ninterface port 2\n  address 10.10.1.1/30\nospf 1\n"
                                + "  router-id 10.99.0.2\n  area 1 network 10.11.0.0/16\n  area 0 network 10.10.0.0/16\n"
                                + moreOnB)
                .device(
                        "c",
                        "interface port 1\n  address 10.10.1.2/30\ninterface port 2\n  address 10.12.1.1/30\nospf 1\n"
                                + "  router-id 10.99.0.3\n  area 0 network 10.10.0.0/16\n  area 2 network 10.12.0.0/16\n")
                .device(
                        "d",
                        "interface loopback 0\n  address 10.12.0.1/32\ninterface port 1\n  address 10.12.1.2/30\nospf 1\n"
                                + "  area 2 network 10.12.0.0/16\nroute 172.16.0.0/16 discard\n")
                .link("a port 1", "b port 1")
                .link("b port 2", "c port 1")
                .link("c port 2", "d port 1");
    }

    @Test
    void borderRoutersTellEachAreaAboutTheOthers() {
        Built net = areas("", "").build();
        assertThat(net.route("d", "10.11.0.1/32")).isEqualTo("OSPF_INTER_AREA 30 [10.12.1.1 port 1]");
        assertThat(net.route("a", "10.10.1.0/30")).isEqualTo("OSPF_INTER_AREA 20 [10.11.1.2 port 1]");
        assertThat(net.route("b", "10.11.0.1/32")).isEqualTo("OSPF_INTRA_AREA 10 [10.11.1.1 port 1]");
        assertThat(net.path("10.11.0.1", "10.12.0.1")).isEqualTo("DELIVERED a>b>c>d");
    }

    @Test
    void aRangeStandsForItsNetworks() {
        Built net = areas("  area 1 range 10.11.0.0/24\n", "").build();
        assertThat(net.route("d", "10.11.0.0/24")).isEqualTo("OSPF_INTER_AREA 30 [10.12.1.1 port 1]");
        assertThat(net.route("d", "10.11.0.1/32")).isEqualTo("none");
        assertThat(net.route("d", "10.11.1.0/30")).as("outside the range").startsWith("OSPF_INTER_AREA");
        Built hidden = areas("  area 1 range 10.11.0.0/24 hide\n", "").build();
        assertThat(hidden.route("d", "10.11.0.0/24")).isEqualTo("none");
    }

    @Test
    void aStubAreaHearsOfNothingOutsideButADefault() {
        Built net = areas("  area 1 stub\n", "  area 1 stub\n").build();
        assertThat(net.route("a", "0.0.0.0/0")).isEqualTo("OSPF_INTER_AREA 11 [10.11.1.2 port 1]");
        assertThat(net.route("a", "10.12.0.1/32")).startsWith("OSPF_INTER_AREA 30");
        Built closed = areas("  area 1 stub no-summary\n", "  area 1 stub\n").build();
        assertThat(closed.route("a", "0.0.0.0/0")).startsWith("OSPF_INTER_AREA 11");
        assertThat(closed.route("a", "10.12.0.1/32")).isEqualTo("none");
        Built onlyOne = areas("  area 1 stub\n", "").build();
        assertThat(onlyOne.adjacency("a", "b")).isEqualTo("DOWN: Only b port 1 treats area 1 as a stub area.");
    }

    private static CorvaneNetwork withExternal(String redistribution, String stubOnAandB) {
        return areas(stubOnAandB, stubOnAandB)
                .device(
                        "d",
                        "interface loopback 0\n  address 10.12.0.1/32\ninterface port 1\n  address 10.12.1.2/30\n"
                                + "route 172.16.0.0/16 discard\nospf 1\n  area 2 network 10.12.0.0/16\n"
                                + redistribution);
    }

    @Test
    void externalRoutesOfBothTypesCrossAreas() {
        Built two = withExternal("  redistribute static\n", "").build();
        assertThat(two.route("a", "172.16.0.0/16")).isEqualTo("OSPF_EXTERNAL_2 20 [10.11.1.2 port 1]");
        Built one = withExternal("  redistribute static metric 5 type 1\n", "").build();
        assertThat(one.route("a", "172.16.0.0/16")).isEqualTo("OSPF_EXTERNAL_1 35 [10.11.1.2 port 1]");
        Built stub = withExternal("  redistribute static\n", "  area 1 stub\n").build();
        assertThat(stub.route("a", "172.16.0.0/16")).isEqualTo("none");
        assertThat(stub.route("c", "172.16.0.0/16")).startsWith("OSPF_EXTERNAL_2");
    }

    @Test
    void aDefaultRouteIsAnnouncedAlwaysOrWhenThereIsOne() {
        assertThat(withExternal("  default-route always metric 7\n", "").build().route("a", "0.0.0.0/0"))
                .isEqualTo("OSPF_EXTERNAL_2 7 [10.11.1.2 port 1]");
        assertThat(withExternal("  default-route when-known\n", "").build().route("a", "0.0.0.0/0"))
                .isEqualTo("none");
        assertThat(withExternal("  default-route when-known\nroute 0.0.0.0/0 via 10.12.1.1\n", "")
                        .build()
                        .route("a", "0.0.0.0/0"))
                .startsWith("OSPF_EXTERNAL_2 1 ");
    }

    @Test
    void aDeviceThatIsOffHasNoNeighbours() {
        Built net = areas("", "").off("c").build();
        assertThat(net.adjacency("b", "c")).isEqualTo("none");
        assertThat(net.prefixes("b")).doesNotContain("10.12.0.1/32", "10.10.1.0/30");
        assertThat(net.model().interfaceState(CorvaneNetwork.port("b port 2")).reason())
                .isEqualTo("The device at the other end, c, is off.");
    }
}
