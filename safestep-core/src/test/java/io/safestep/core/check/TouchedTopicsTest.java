package io.safestep.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.check.definition.CheckSetRule;
import io.safestep.core.check.definition.Topic;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.network.facts.FactsOfChange;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import java.util.Arrays;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TouchedTopicsTest {

    private static final PlatformProfile CORVANE = ShippedProfiles.corvane();

    private static final String BASE = """
            hostname gw
            vlan 20
            interface port 1
              address 10.77.0.1/30
            interface port 2
              vlan access 20
            interface vlan 20
              address 10.77.20.2/24
              gateway-group 1 shared 10.77.20.1
            ospf 1
              area 0 network 10.77.0.0/16
            packet-filter guests
              allow ip 10.77.20.0/24 to 10.77.0.0/16
            """;

    private static DeviceFacts facts(String text) {
        return new FactReader(CORVANE).read("gw", new ConfigEngine(CORVANE.language()).read(text + "# end\n"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "hostname gw | hostname gw2 |",
                "area 0 network 10.77.0.0/16 | area 0 network 10.77.0.0/24 | ROUTING",
                "vlan access 20 | vlan allowed 20 | VLANS",
                "gateway-group 1 shared 10.77.20.1 | gateway-group 1 shared 10.77.20.9 | GATEWAYS",
                "address 10.77.0.1/30 | address 10.77.0.2/30 | INTERFACES ROUTING",
                "address 10.77.0.1/30 | disabled | INTERFACES ROUTING",
                "vlan access 20 | filter-in guests | VLANS FILTERS",
                "allow ip | drop ip | FILTERS"
            })
    void whatDiffersIsWhatIsTouched(String was, String is, String topics) {
        assertThat(BASE).contains(was);
        Set<Topic> expected = topics == null
                ? Set.of()
                : Arrays.stream(topics.split(" ")).map(Topic::valueOf).collect(Collectors.toSet());
        assertThat(TouchedTopics.between(facts(BASE), facts(BASE.replace(was, is))))
                .isEqualTo(expected);
    }

    @Test
    void anInterfaceThatIsNewTouchesWhatItIsFor() {
        String more = BASE.replace("interface port 1\n", "interface port 9\n  vlan access 20\ninterface port 1\n");
        assertThat(TouchedTopics.between(facts(BASE), facts(more)))
                .containsExactlyInAnyOrder(Topic.INTERFACES, Topic.ROUTING, Topic.VLANS);
    }

    @Test
    void aSetBelongsToDevicesByRolePlatformAndWhatIsTouched() {
        CheckSetRule routing = new CheckSetRule(Set.of("edge"), Set.of("corvane-cli"), Set.of(Topic.ROUTING));
        CheckSetRule basic = new CheckSetRule(Set.of(), Set.of(), Set.of());
        assertThat(basic.always()).isTrue();
        CheckSetRule.Subject gateway =
                new CheckSetRule.Subject("gw", "edge", "corvane-cli", Set.of(Topic.ROUTING, Topic.VLANS));
        CheckSetRule.Subject quiet = new CheckSetRule.Subject("gw", "edge", "corvane-cli", Set.of());
        CheckSetRule.Subject other = new CheckSetRule.Subject("sw", "access", "corvane-cli", Set.of(Topic.ROUTING));
        assertThat(routing.concerns(gateway)).isTrue();
        assertThat(routing.concerns(quiet)).isFalse();
        assertThat(routing.concerns(other)).isFalse();
        assertThat(basic.concerns(quiet)).isTrue();
    }

    private static Set<Topic> touched(String was, String is) {
        ConfigEngine engine = new ConfigEngine(CORVANE.language());
        ConfigTree before = engine.read(was + "# end\n");
        ConfigTree after = engine.read(is + "# end\n");
        return TouchedTopics.of(new FactsOfChange(new FactReader(CORVANE), "gw", before, after));
    }

    /** Whether or not the network model knows what a line beneath an interface means. */
    @Test
    void anyLineBeneathAnInterfaceOrARoutingProcessTouchesRouting() {
        assertThat(touched(BASE, BASE)).isEmpty();
        assertThat(touched(BASE, BASE.replace("hostname gw", "hostname gw2"))).isEmpty();
        assertThat(touched(BASE, BASE.replace("  vlan access 20", "  vlan access 20\n  description pier")))
                .containsExactly(Topic.ROUTING);
    }

    @Test
    void whatIsGoneIsTouchedAsWhatIsNew() {
        String less =
                BASE.replace("interface vlan 20\n  address 10.77.20.2/24\n  gateway-group 1 shared 10.77.20.1\n", "");
        assertThat(touched(BASE, less))
                .containsExactlyInAnyOrder(Topic.INTERFACES, Topic.ROUTING, Topic.VLANS, Topic.GATEWAYS);
        assertThat(touched(less, BASE)).isEqualTo(touched(BASE, less));
        assertThat(touched(BASE, BASE.replace("vlan 20\ninterface port 1", "vlan 20\nvlan 30\ninterface port 1")))
                .contains(Topic.VLANS);
        assertThat(touched(BASE, BASE + "route 10.99.0.0/16 via 10.77.0.2\n")).contains(Topic.ROUTING);
    }
}
