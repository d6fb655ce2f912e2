package io.safestep.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.LinkEnds;
import io.safestep.core.network.segment.Port;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import org.junit.jupiter.api.Test;

/** Which interfaces talk with one another over a link. */
class LinkEndsTest {

    private static final Link CABLE = new Link(new Port("a", "port 1"), new Port("b", "port 7"));

    private static DeviceFacts facts(String name, String configuration) {
        PlatformProfile profile = ShippedProfiles.corvane();
        return new FactReader(profile)
                .read(name, new ConfigEngine(profile.language()).read("hostname " + name + "\n" + configuration));
    }

    @Test
    void theVlanInterfacesOfATrunkTalkOverItWhereBothEndsCarryTheVlan() {
        DeviceFacts a = facts("a", """
                vlan 2
                vlan 40
                vlan 60
                interface port 1
                  vlan allowed 2,40
                interface vlan 2
                  address 10.1.2.1/24
                interface vlan 40
                  address 10.1.40.1/24
                interface vlan 60
                  address 10.1.60.1/24
                """);
        DeviceFacts b = facts("b", """
                vlan 2
                vlan 40
                vlan 60
                interface port 7
                  vlan allowed 40,60
                interface vlan 2
                  address 10.1.2.2/24
                interface vlan 40
                  address 10.1.40.2/24
                interface vlan 60
                  address 10.1.60.2/24
                """);
        assertThat(LinkEnds.over(CABLE, a, b))
                .as("VLAN 2 is not carried at one end, VLAN 60 not at the other")
                .containsExactly(CABLE, new Link(new Port("a", "vlan 40"), new Port("b", "vlan 40")));
    }

    @Test
    void anAccessPortCarriesItsOneVlan() {
        DeviceFacts a = facts("a", """
                vlan 8
                interface port 1
                  vlan access 8
                interface vlan 8
                  address 10.1.8.1/24
                """);
        DeviceFacts b = facts("b", """
                vlan 8
                interface port 7
                  vlan access 8
                interface vlan 8
                  address 10.1.8.2/24
                """);
        assertThat(LinkEnds.over(CABLE, a, b))
                .containsExactly(CABLE, new Link(new Port("a", "vlan 8"), new Port("b", "vlan 8")));
    }

    @Test
    void aLinkWhosePortNobodyKnowsIsStillALink() {
        assertThat(LinkEnds.over(CABLE, facts("a", ""), facts("b", ""))).containsExactly(CABLE);
    }
}
