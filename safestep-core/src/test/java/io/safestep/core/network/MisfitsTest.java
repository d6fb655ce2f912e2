package io.safestep.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.fit.Misfit;
import io.safestep.core.network.fit.Misfits;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.Port;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What does not go together in the configurations of a network. */
class MisfitsTest {

    private static final PlatformProfile CORVANE = ShippedProfiles.corvane();
    private static final List<Link> LINKS = List.of(new Link(new Port("a", "port 1"), new Port("b", "port 1")));

    private static Misfits network(String a, String b) {
        return new Misfits(Map.of("a", interfaces(a), "b", interfaces(b)), LINKS);
    }

    private static Map<String, InterfaceFacts> interfaces(String text) {
        return new FactReader(CORVANE).interfaces(new ConfigEngine(CORVANE.language()).read(text));
    }

    private static List<String> sentences(Misfits misfits) {
        return misfits.of(List.of("a")).stream().map(Misfit::sentence).toList();
    }

    @Test
    void anAddressAtTwoPlacesIsNamedWithBoth() {
        Misfits misfits = network(
                "interface loopback 0\n  address 10.77.2.1/32\n", "interface loopback 0\n  address 10.77.2.1/32\n");
        assertThat(sentences(misfits)).containsExactly("10.77.2.1 on loopback 0 is also the address of b loopback 0.");
        assertThat(sentences(network(
                        "interface loopback 0\n  address 10.77.2.1/32\n",
                        "interface loopback 0\n  disabled\n  address 10.77.2.1/32\n")))
                .isEmpty();
    }

    @Test
    void theEndsOfALinkHaveToBeInOneNetwork() {
        assertThat(sentences(network(
                        "interface port 1\n  address 10.77.1.1/30\n", "interface port 1\n  address 10.77.1.6/30\n")))
                .containsExactly(
                        "port 1 has 10.77.1.1/30, but b port 1 at the other end has 10.77.1.6/30: these are two networks.");
        assertThat(sentences(network(
                        "interface port 1\n  address 10.77.1.1/30\n", "interface port 1\n  address 10.77.1.2/30\n")))
                .isEmpty();
    }

    @Test
    void aVlanHasToBeCarriedAtBothEndsAndByAPort() {
        String switched = "vlan 40\nvlan 70\ninterface port 1\n  vlan allowed 40,70\n";
        assertThat(sentences(network(switched, "vlan 40\ninterface port 1\n  vlan allowed 40\n")))
                .containsExactly("VLAN 70 on port 1 is not carried by b port 1 at the other end.");
        assertThat(sentences(network("vlan 70\ninterface vlan 70\n  address 10.77.70.2/24\n", "hostname b\n")))
                .containsExactly("No port of a carries VLAN 70, so that nothing reaches vlan 70.");
        assertThat(sentences(network(switched + "interface vlan 70\n  address 10.77.70.2/24\n", switched)))
                .isEmpty();
    }

    @Test
    void onlyWhatAChangeBringsIsSaid() {
        String far = "interface port 1\n  address 10.77.1.6/30\n";
        Misfits before = network("interface port 1\n  address 10.77.1.1/30\n", far);
        Misfits after = network(
                "interface port 1\n  address 10.77.1.1/30\ninterface loopback 0\n  address 10.77.1.6/32\n", far);
        assertThat(Misfits.brought(before, after, List.of("a")))
                .extracting(Misfit::sentence)
                .containsExactly("10.77.1.6 on loopback 0 is also the address of b port 1.");
    }
}
