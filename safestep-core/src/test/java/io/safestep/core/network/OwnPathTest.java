package io.safestep.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.address.IpAddress;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.script.Lifeline;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.network.ownpath.OwnPath;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import org.junit.jupiter.api.Test;

/** Scripts that would cut the path on which they are sent. */
class OwnPathTest {

    private static final String CORVANE = """
            hostname brn-gw-a
            vlan 2
            vlan 40
            interface vlan 2
              address 10.77.2.36/28
            interface vlan 40
              address 10.77.40.2/23
            """;

    private static final PlatformProfile PROFILE = ShippedProfiles.corvane();

    private final ConfigEngine engine = new ConfigEngine(PROFILE.language());
    private final OwnPath path = new OwnPath(PROFILE, IpAddress.parse("10.77.2.36"));
    private final ConfigTree baseline = engine.read(CORVANE);

    private OwnPath.Cut cut(String lines) {
        return path.cut(baseline, engine.readScript(lines)).orElse(null);
    }

    @Test
    void theLifelineIsTheInterfaceWithTheAddress() {
        assertThat(path.lifeline(baseline).keys()).containsExactly("interface vlan 2");
        assertThat(new OwnPath(PROFILE, IpAddress.parse("10.77.9.9")).lifeline(baseline))
                .isEqualTo(Lifeline.NONE);
        PlatformProfile ostrel = ShippedProfiles.ostrel();
        ConfigTree tree = new ConfigEngine(ostrel.language()).read("""
                {"ostrel-ports:ports": {"port": [{"id": "p1"}, {"id": "vlan2", "ip": ["10.77.2.36/28"]}]}}
                """);
        assertThat(new OwnPath(ostrel, IpAddress.parse("10.77.2.36"))
                        .lifeline(tree)
                        .keys())
                .containsExactly("ports", "port vlan2");
        PlatformProfile haldrin = ShippedProfiles.haldrin();
        ConfigTree xml = new ConfigEngine(haldrin.language()).read("""
                <config><interfaces xmlns="urn:haldrin:interfaces"><interface><name>v2</name>
                <address><ip>10.77.2.36</ip><length>28</length></address></interface></interfaces></config>
                """);
        assertThat(new OwnPath(haldrin, IpAddress.parse("10.77.2.36"))
                        .lifeline(xml)
                        .keys())
                .containsExactly("interfaces", "interface v2");
    }

    @Test
    void aCutIsNamedWithTheCommandThatMakesIt() {
        assertThat(cut("vlan 70\ninterface vlan 2\n  mtu 1400\n  disabled\n"))
                .isEqualTo(new OwnPath.Cut(3, "disabled", false));
        assertThat(cut("no interface vlan 2\n")).isEqualTo(new OwnPath.Cut(0, "no interface vlan 2", false));
        assertThat(cut("interface vlan 2\n  address 10.77.2.37/28\n"))
                .isEqualTo(new OwnPath.Cut(1, "address 10.77.2.37/28", false));
        assertThat(cut("interface vlan 2\n  no address\n  address 10.77.2.36/28\n"))
                .isEqualTo(new OwnPath.Cut(1, "no address", true));
    }

    @Test
    void whatLeavesTheAddressIsNoCut() {
        assertThat(cut("interface vlan 2\n  address 10.77.2.36/27\n  description new\n"))
                .isNull();
        assertThat(cut("no interface vlan 40\n")).isNull();
    }

    @Test
    void theLifelineIsTouchedLast() {
        ConfigTree after = engine.read(CORVANE.replace("  address 10.77.2.36/28", "  address 10.77.2.36/27\n  mtu 1400")
                .replace("interface vlan 40\n", "interface vlan 40\n  mtu 1400\n")
                .replace("hostname brn-gw-a", "hostname brn-gw-z"));
        Script script = engine.sparing(path.lifeline(baseline)).derive(baseline, after);
        assertThat(engine.text(script)).isEqualTo("""
                hostname brn-gw-z
                interface vlan 40
                  mtu 1400
                interface vlan 2
                  address 10.77.2.36/27
                  mtu 1400
                """);
    }
}
