package io.safestep.core.network;

import static io.safestep.core.network.CorvaneNetwork.port;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.network.CorvaneNetwork.Built;
import io.safestep.core.network.gateway.GatewayRole;
import io.safestep.core.network.segment.InterfaceState;
import io.safestep.core.network.segment.Segment;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Which interfaces are up and why not, what hears the same broadcasts, and who answers for a shared address. */
class InterfacesAndSegmentsTest {

    private static String state(Built net, String port) {
        InterfaceState state = net.model().interfaceState(port(port));
        return state.up() ? "up" : "down: " + state.reason();
    }

    @Test
    void whatADownInterfaceWaitsForIsSaid() {
        Built net = new CorvaneNetwork()
                .device("a", """
                        vlan 10
                        vlan 20
                        interface loopback 0
                          address 10.0.0.1/32
                        interface port 1
                          vlan allowed 10
                        interface port 2
                          disabled
                        interface port 3
                          description "to nowhere"
                        interface port 4
                          description "to a port that nobody configured"
                        interface port 5
                          description "to a port that is disabled"
                        interface port 6
                          vlan access 20
                          description "to a device that nobody knows"
                        interface vlan 10
                          address 10.10.0.1/24
                        interface vlan 20
                          address 10.20.0.1/24
                        interface vlan 30
                          address 10.30.0.1/24
                        """)
                .device("b", "vlan 10\ninterface port 1\n  vlan allowed 10\ninterface port 5\n  disabled\n")
                .link("a port 1", "b port 1")
                .link("a port 4", "b port 4")
                .link("a port 5", "b port 5")
                .link("a port 6", "gone port 1")
                .build();
        assertThat(state(net, "a loopback 0")).isEqualTo("up");
        assertThat(state(net, "a port 1")).isEqualTo("up");
        assertThat(state(net, "a port 2")).isEqualTo("down: It is disabled.");
        assertThat(state(net, "a port 3")).isEqualTo("down: No cable to it is known.");
        assertThat(state(net, "a port 4")).isEqualTo("down: The other end, b port 4, is not configured.");
        assertThat(state(net, "a port 5")).isEqualTo("down: The other end, b port 5, is disabled.");
        assertThat(state(net, "a port 6"))
                .isEqualTo("down: The device at the other end, gone, is not in this network.");
        assertThat(state(net, "a vlan 10")).isEqualTo("up");
        assertThat(state(net, "a vlan 20")).isEqualTo("down: No port that is up carries VLAN 20.");
        assertThat(state(net, "a vlan 30")).isEqualTo("down: The device does not know VLAN 30.");
        assertThat(state(net, "a port 9")).isEqualTo("down: Its configuration says nothing about this interface.");
    }

    @Test
    void aDeviceThatIsOffTakesBothEndsDown() {
        Built net = new CorvaneNetwork()
                .device("a", "interface port 1\n  address 10.1.0.1/30\ninterface loopback 0\n  address 10.0.0.1/32\n")
                .device("b", "interface port 1\n  address 10.1.0.2/30\n")
                .link("a port 1", "b port 1")
                .off("a")
                .build();
        assertThat(state(net, "a loopback 0")).isEqualTo("down: The device is off.");
        assertThat(state(net, "b port 1")).isEqualTo("down: The device at the other end, a, is off.");
        assertThat(net.prefixes("b")).isEmpty();
    }

    private static final String TRUNK = "vlan 10\nvlan 20\ninterface port 1\n  vlan allowed 10,20\n";

    @Test
    void eachVlanOfATrunkIsItsOwnSegment() {
        Built net = new CorvaneNetwork()
                .device(
                        "s1",
                        TRUNK + "interface vlan 10\n  address 10.10.0.1/24\ninterface port 2\n  vlan access 20\n"
                                + "interface port 3\n  vlan access 20\n")
                .device(
                        "s2",
                        TRUNK
                                + "interface vlan 10\n  address 10.10.0.2/24\ninterface vlan 20\n  address 10.20.0.2/24\n")
                .link("s1 port 1", "s2 port 1")
                .host("zinc", "10.20.0.9/24", null, "s1 port 2")
                .host("amber", "10.20.0.8/24", null, "s1 port 3")
                .build();
        List<Segment> segments = net.model().segments();
        assertThat(segments).hasSize(2);
        assertThat(segments.get(0).interfaces()).containsExactly(port("s1 vlan 10"), port("s2 vlan 10"));
        assertThat(segments.get(0).vlans())
                .extracting(v -> v.device() + " " + v.vlan())
                .containsExactly("s1 10", "s2 10");
        assertThat(segments.get(1).interfaces()).containsExactly(port("s2 vlan 20"));
        assertThat(segments.get(1).hosts()).extracting(h -> h.name()).containsExactly("amber", "zinc");
        assertThat(net.path("10.20.0.9", "10.20.0.2")).isEqualTo("DELIVERED s2");
    }

    @Test
    void aVlanThatOneEndDoesNotAllowEndsThere() {
        Built net = new CorvaneNetwork()
                .device("s1", TRUNK + "interface vlan 20\n  address 10.20.0.1/24\n")
                .device(
                        "s2",
                        "vlan 10\nvlan 20\ninterface port 1\n  vlan allowed 10\ninterface port 2\n  vlan access 20\n"
                                + "interface vlan 20\n  address 10.20.0.2/24\n")
                .link("s1 port 1", "s2 port 1")
                .host("desk", "10.20.0.9/24", null, "s2 port 2")
                .build();
        assertThat(net.model().segment(port("s1 vlan 20")).interfaces()).containsExactly(port("s1 vlan 20"));
        assertThat(net.trace("10.20.0.1", "10.20.0.2").delivered()).isFalse();
        assertThat(net.path("10.20.0.9", "10.20.0.2")).isEqualTo("DELIVERED s2");
    }

    private static String member(int n, String groupLines) {
        return "vlan 40\ninterface port 1\n  vlan access 40\ninterface vlan 40\n  address 10.40.0." + n + "/24\n"
                + groupLines;
    }

    private static final String SHARED = "  gateway-group 4 shared 10.40.0.1\n";

    private static Built three(String m2, String m3, String m4) {
        return new CorvaneNetwork()
                .device(
                        "sw",
                        "vlan 40\ninterface port 1\n  vlan access 40\ninterface port 2\n  vlan access 40\ninterface port 3\n  vlan access 40\n")
                .device("m2", member(2, m2))
                .device("m3", member(3, m3))
                .device("m4", member(4, m4))
                .link("m2 port 1", "sw port 1")
                .link("m3 port 1", "sw port 2")
                .link("m4 port 1", "sw port 3")
                .build();
    }

    private static String role(Built net, String device) {
        GatewayRole role = net.model().gatewayRoles(device).get(0);
        return role.state() + " " + role.active() + (role.note() == null ? "" : " " + role.note());
    }

    /** RFC 5798, section 6.4.3: among equal priorities the higher address. */
    @Test
    void amongEqualPrioritiesTheHigherAddressIsActive() {
        Built net = three(SHARED, SHARED, SHARED);
        assertThat(role(net, "m2")).isEqualTo("STANDBY m4 vlan 40");
        assertThat(role(net, "m3")).isEqualTo("STANDBY m4 vlan 40");
        assertThat(role(net, "m4")).isEqualTo("ACTIVE m4 vlan 40");
        Built preferred = three(SHARED + "  gateway-group 4 priority 101\n", SHARED, SHARED);
        assertThat(role(preferred, "m2")).isEqualTo("ACTIVE m2 vlan 40");
        assertThat(role(preferred, "m4")).isEqualTo("STANDBY m2 vlan 40");
    }

    @Test
    void onlyMembersOfTheSameGroupCount() {
        Built net = three(SHARED, "  gateway-group 5 shared 10.40.0.1\n", "");
        assertThat(role(net, "m2")).isEqualTo("ACTIVE m2 vlan 40");
        assertThat(role(net, "m3")).isEqualTo("ACTIVE m3 vlan 40");
        assertThat(net.model().gatewayRoles("m4")).isEmpty();
    }

    @Test
    void sharedAddressesThatDifferAreNamed() {
        Built net = three(SHARED, "  gateway-group 4 shared 10.40.0.9\n", "");
        assertThat(role(net, "m2"))
                .isEqualTo("STANDBY m3 vlan 40 The shared addresses differ from those of m3 vlan 40.");
    }

    @Test
    void aMemberWhoseInterfaceIsDownSaysWhy() {
        Built net = new CorvaneNetwork().device("m2", member(2, SHARED)).build();
        assertThat(role(net, "m2")).isEqualTo("DOWN null No port that is up carries VLAN 40.");
    }
}
