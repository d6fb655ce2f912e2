package io.safestep.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.address.IpAddress;
import io.safestep.core.network.CorvaneNetwork.Built;
import io.safestep.core.network.packet.Packet;
import io.safestep.core.network.segment.Port;
import io.safestep.core.network.trace.TracedPath;
import io.safestep.core.network.trace.TracedPath.End;
import org.junit.jupiter.api.Test;

/** Where a packet starts, how it goes on, and how it ends. */
class PathsTest {

    private static final String SWITCH =
            "vlan 7\ninterface port 1\n  vlan access 7\ninterface port 2\n  vlan access 7\n"
                    + "interface port 3\n  vlan access 7\ninterface port 4\n  vlan access 7\n";

    /** A switch with hosts and one or two routers; behind the first router a far subnet. */
    private static CorvaneNetwork office(boolean secondRouter) {
        CorvaneNetwork net = new CorvaneNetwork()
                .device("sw", SWITCH)
                .device("r1", "interface port 1\n  address 10.7.0.1/24\ninterface port 2\n  address 10.8.0.1/24\n")
                .device("far", "interface port 1\n  address 10.8.0.2/24\nroute 10.7.0.0/24 via 10.8.0.1\n")
                .link("sw port 1", "r1 port 1")
                .link("r1 port 2", "far port 1");
        if (secondRouter) {
            net.device("r2", "interface port 1\n  address 10.7.0.2/24\n").link("sw port 2", "r2 port 1");
        }
        return net;
    }

    private static String told(TracedPath path) {
        return path.end() + " " + path.reason();
    }

    @Test
    void aHostSendsToItsSubnetItselfAndToOthersByItsGateway() {
        Built net = office(false)
                .host("desk", "10.7.0.50/24", "10.7.0.1", "sw port 3")
                .host("printer", "10.7.0.60/24", null, "sw port 4")
                .build();
        assertThat(told(net.trace("10.7.0.50", "10.7.0.60"))).isEqualTo("DELIVERED printer has 10.7.0.60.");
        assertThat(net.trace("10.7.0.50", "10.7.0.60").hops()).isEmpty();
        assertThat(net.path("10.7.0.50", "10.8.0.2")).isEqualTo("DELIVERED r1>far");
        assertThat(told(net.trace("10.7.0.60", "10.8.0.2"))).isEqualTo("NO_ROUTE printer has no gateway.");
    }

    @Test
    void aHostWhosePortIsDownSendsNothing() {
        Built net = new CorvaneNetwork()
                .device("sw", SWITCH.replace("interface port 3\n", "interface port 3\n  disabled\n"))
                .host("desk", "10.7.0.50/24", "10.7.0.1", "sw port 3")
                .build();
        assertThat(told(net.trace("10.7.0.50", "10.8.0.2"))).isEqualTo("NO_START The port of desk is down.");
    }

    @Test
    void aMachineThatIsNotListedUsesTheOnlyRouterOfItsSubnet() {
        assertThat(office(false).build().path("10.7.0.99", "10.8.0.2")).isEqualTo("DELIVERED r1>far");
        Built two = office(true).build();
        assertThat(told(two.trace("10.7.0.99", "10.8.0.2")))
                .isEqualTo("NO_START Nothing says which gateway 10.7.0.99 uses: there are 2 routers on its subnet.");
        assertThat(two.path("10.7.0.99", "10.7.0.2")).as("inside the subnet").isEqualTo("DELIVERED r2");
        assertThat(told(two.trace("10.250.0.1", "10.8.0.2")))
                .isEqualTo("NO_START No subnet that is up holds 10.250.0.1.");
    }

    @Test
    void aHostThatIsTakenForARouterPassesNothingOn() {
        Built net = office(false)
                .host("desk", "10.7.0.50/24", "10.7.0.60", "sw port 3")
                .host("printer", "10.7.0.60/24", null, "sw port 4")
                .build();
        assertThat(told(net.trace("10.7.0.50", "10.8.0.2")))
                .isEqualTo("NOBODY_ANSWERS printer has 10.7.0.60 and does not pass packets on.");
        assertThat(told(office(false)
                        .host("desk", "10.7.0.50/24", "10.7.0.77", "sw port 3")
                        .build()
                        .trace("10.7.0.50", "10.8.0.2")))
                .isEqualTo("NOBODY_ANSWERS 10.7.0.77 does not answer on the subnet that the sender sends to.");
    }

    @Test
    void anAddressThatIsDownOrOnAnotherCableDoesNotAnswer() {
        Built net = new CorvaneNetwork()
                .device("a", "interface port 1\n  address 10.1.0.1/24\n")
                .device(
                        "b",
                        "interface port 1\n  address 10.1.0.2/24\ninterface port 2\n  address 10.1.0.9/24\n  disabled\n")
                .link("a port 1", "b port 1")
                .build();
        assertThat(told(net.trace("10.1.0.1", "10.1.0.9")))
                .isEqualTo("NOBODY_ANSWERS 10.1.0.9 does not answer on the subnet that a sends to.");
        assertThat(told(net.trace("10.1.0.1", "10.1.0.77")))
                .isEqualTo("ON_SUBNET The packet reaches the subnet; nothing is known to have 10.1.0.77.");
        assertThat(net.path("10.1.0.1", "10.1.0.1")).as("to itself").isEqualTo("DELIVERED a");
    }

    @Test
    void theWorstOfSeveralWaysIsShown() {
        Built net = new CorvaneNetwork()
                .device(
                        "a",
                        "interface port 1\n  address 10.1.0.1/30\ninterface port 2\n  address 10.1.0.5/30\n"
                                + "route 10.9.0.0/24 via 10.1.0.2\nroute 10.9.0.0/24 via 10.1.0.6\n")
                .device("b", "interface port 1\n  address 10.1.0.2/30\ninterface port 9\n  address 10.9.0.1/24\n")
                .device("c", "interface port 1\n  address 10.1.0.6/30\n")
                .device("d", "interface port 1\n  address 10.9.0.2/24\n")
                .link("a port 1", "b port 1")
                .link("a port 2", "c port 1")
                .link("b port 9", "d port 1")
                .build();
        TracedPath path = net.trace("10.1.0.1", "10.9.0.1");
        assertThat(told(path)).isEqualTo("NO_ROUTE c has no route to 10.9.0.1.");
        assertThat(path.alternatives()).isEqualTo(2);
        assertThat(path.mayArrive()).isFalse();
        assertThat(net.model().pings("a", IpAddress.parse("10.9.0.1"))).isFalse();
    }

    @Test
    void aFilterOnTheWayOutDropsWhatOthersSendAndNotWhatTheDeviceSends() {
        Built net = new CorvaneNetwork()
                .device("a", "interface port 1\n  address 10.1.0.1/30\nroute 10.2.0.0/30 via 10.1.0.2\n")
                .device("b", """
                        interface port 1
                          address 10.1.0.2/30
                        interface port 2
                          address 10.2.0.1/30
                          filter-out quiet
                        packet-filter quiet
                          drop icmp 0.0.0.0/0 to 10.2.0.2/32
                          allow ip 0.0.0.0/0 to 0.0.0.0/0
                        """)
                .device("c", "interface port 1\n  address 10.2.0.2/30\nroute 10.1.0.0/30 via 10.2.0.1\n")
                .link("a port 1", "b port 1")
                .link("b port 2", "c port 1")
                .build();
        TracedPath path = net.trace("10.1.0.1", "10.2.0.2");
        assertThat(told(path)).isEqualTo("FILTERED The filter quiet on b port 2 drops it (line 8).");
        assertThat(path.hops()).extracting(TracedPath.Hop::device).containsExactly("a", "b");
        assertThat(net.path("10.2.0.1", "10.2.0.2")).as("from b itself").isEqualTo("DELIVERED b>c");
        Packet secure = new Packet(IpAddress.parse("10.1.0.1"), IpAddress.parse("10.2.0.2"), Packet.TCP, 40000, 443);
        assertThat(net.model().trace(secure).end()).as("another protocol").isEqualTo(End.DELIVERED);
    }

    @Test
    void anAnswerNeedsAWayThereAndBackFromAnAddressThatTheDeviceHas() {
        Built net = office(false).build();
        IpAddress far = IpAddress.parse("10.8.0.2");
        IpAddress officeOfR1 = IpAddress.parse("10.7.0.1");
        assertThat(net.model().answers("r1", officeOfR1, far, 0)).isTrue();
        assertThat(net.model().answers("r1", officeOfR1, far, 443)).isTrue();
        assertThat(net.model().answers("r1", far, officeOfR1, 0))
                .as("it has no such address")
                .isFalse();
        assertThat(net.model().answers("r1", IpAddress.parse("10.7.0.99"), far, 0))
                .isFalse();
        assertThat(net.model().pings("r1", officeOfR1)).as("itself").isTrue();
        assertThat(net.model().pings("r1", IpAddress.parse("10.9.0.1")))
                .as("no way there")
                .isFalse();
        Built oneWay = new CorvaneNetwork()
                .device("a", "interface port 1\n  address 10.1.0.1/30\ninterface loopback 0\n  address 10.0.0.1/32\n")
                .device("b", "interface port 1\n  address 10.1.0.2/30\n")
                .link("a port 1", "b port 1")
                .build();
        assertThat(oneWay.model().pings("a", IpAddress.parse("10.1.0.2"))).isTrue();
        assertThat(oneWay.model().answers("a", IpAddress.parse("10.0.0.1"), IpAddress.parse("10.1.0.2"), 0))
                .as("b does not know the way back to the loopback")
                .isFalse();
    }

    @Test
    void aDeviceSendsFromTheInterfaceThatThePacketLeavesBy() {
        Built net = office(false).build();
        assertThat(net.model().sourceAddress("r1", IpAddress.parse("10.8.0.2"))).hasToString("10.8.0.1");
        assertThat(net.model().sourceAddress("r1", IpAddress.parse("10.7.0.1"))).hasToString("10.7.0.1");
        assertThat(net.model().sourceAddress("r1", IpAddress.parse("10.99.0.1")))
                .isNull();
    }

    @Test
    void aModelTellsWhatItWasMadeOf() {
        Built net = office(false).build();
        assertThat(net.model().devices()).containsExactlyInAnyOrder("far", "r1", "sw");
        assertThat(net.model().description().links()).hasSize(2);
        assertThat(net.model().segment(new Port("r1", "port 1")).interfaces())
                .containsExactly(new Port("r1", "port 1"));
        assertThat(net.model().segment(new Port("r1", "port 1")).vlans())
                .extracting(v -> v.device() + " " + v.vlan())
                .containsExactly("sw 7");
        assertThat(net.model().segment(new Port("r1", "port 9")).interfaces()).isEmpty();
        assertThat(net.model().ospfRouterId("r1")).isNull();
        assertThat(net.model().ospfAreas("r1")).isEmpty();
    }
}
