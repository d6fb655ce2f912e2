package io.safestep.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.address.IpAddress;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.network.packet.Packet;
import io.safestep.core.network.segment.Conditions;
import io.safestep.core.network.segment.InterfaceState;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.Port;
import io.safestep.core.network.segment.PresumedLinks;
import io.safestep.core.network.trace.TracedPath;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

/** Devices that do not tell what is at their cables: what is not known is not denied. */
class UntoldCablesTest {

    private static final PlatformProfile PROFILE = ShippedProfiles.frr();
    private static final ConfigEngine ENGINE = new ConfigEngine(PROFILE.language());

    private final Map<String, DeviceFacts> devices = new TreeMap<>();

    private UntoldCablesTest device(String name, String... interfaces) {
        StringBuilder text = new StringBuilder();
        for (String written : interfaces) {
            String[] parts = written.split(" ", 2);
            text.append("interface ")
                    .append(parts[0])
                    .append("\n ")
                    .append(parts[1])
                    .append("\nexit\n");
        }
        devices.put(name, new FactReader(PROFILE).read(name, ENGINE.read(text.toString())));
        return this;
    }

    private List<Link> presumed(Link... known) {
        return PresumedLinks.of(devices, devices.keySet(), List.of(known), List.of());
    }

    private static Link link(String one, String other) {
        return new Link(CorvaneNetwork.port(one), CorvaneNetwork.port(other));
    }

    @Test
    void twoInTheSameSubnetAreTakenForALink() {
        device("a", "eth0 ip address 10.77.1.1/30", "lo ip address 10.77.9.1/32");
        device("b", "eth0 ip address 10.77.1.2/30", "lo ip address 10.77.9.2/32");
        assertThat(presumed()).containsExactly(link("a eth0", "b eth0"));
    }

    @Test
    void whatSpeaksAgainstItIsHeard() {
        device("a", "eth0 ip address 10.77.1.1/29", "eth1 ip address 10.77.2.1/30", "eth2 ip address 10.77.3.1/30");
        device("b", "eth0 ip address 10.77.1.2/29", "eth1 ip address 10.77.2.1/30", "eth2 shutdown");
        device("c", "eth0 ip address 10.77.1.3/29", "eth2 ip address 10.77.3.2/30");
        assertThat(presumed(link("a eth2", "b eth2")))
                .as("a third in the subnet, the same address twice, another cable")
                .isEmpty();
        assertThat(PresumedLinks.of(devices, Set.of(), List.of(), List.of()))
                .as("all of them tell what they hear")
                .isEmpty();
    }

    @Test
    void anInterfaceWithoutAKnownCableIsNotDown() {
        device("a", "eth0 ip address 10.77.1.1/30", "eth1 shutdown");
        NetworkModel model =
                new NetworkModel(new NetworkDescription(devices, List.of(), List.of(), Conditions.untold(Set.of("a"))));
        InterfaceState eth0 = model.interfaceState(new Port("a", "eth0"));
        assertThat(eth0.known()).isFalse();
        assertThat(eth0.reason()).contains("tells of none");
        assertThat(model.routes("a")).as("its subnet is not denied").hasSize(1);
        assertThat(model.interfaceState(new Port("a", "eth1")))
                .extracting(InterfaceState::known, InterfaceState::up)
                .containsExactly(true, false);
    }

    @Test
    void aWayOverACableThatNobodyKnowsIsNotSaidToEnd() {
        device("a", "eth0 ip address 10.77.1.1/30", "eth1 ip address 10.77.2.1/30");
        String routing = "router ospf\nexit\n";
        devices.put(
                "b",
                new FactReader(PROFILE)
                        .read("b", ENGINE.read("interface eth0\n ip address 10.77.1.2/30\nexit\n" + routing)));
        NetworkModel model = new NetworkModel(
                new NetworkDescription(devices, List.of(), List.of(), Conditions.untold(Set.of("a", "b"))));
        assertThat(trace(model, "a", "10.77.2.2"))
                .isEqualTo("UNKNOWN Whether 10.77.2.2 answers is not known: nothing tells what is at a eth1.");
        assertThat(trace(model, "b", "10.77.9.9"))
                .as("others may tell it of a route")
                .isEqualTo(
                        "UNKNOWN Whether b has a route to 10.77.9.9 is not known: nothing tells what is at its eth0.");
        assertThat(trace(model, "a", "10.77.9.9"))
                .as("it learns from nobody")
                .isEqualTo("NO_ROUTE a has no route to 10.77.9.9.");
    }

    private static String trace(NetworkModel model, String device, String to) {
        TracedPath path = model.traceFrom(device, Packet.ping(IpAddress.parse("10.77.1.1"), IpAddress.parse(to)));
        return path.end() + " " + path.reason();
    }
}
