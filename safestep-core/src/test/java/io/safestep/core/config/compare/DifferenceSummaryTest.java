package io.safestep.core.config.compare;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.platform.ShippedProfiles;
import org.junit.jupiter.api.Test;

class DifferenceSummaryTest {

    private final ConfigEngine engine = new ConfigEngine(ShippedProfiles.all().stream()
            .filter(p -> p.name().equals("corvane-cli"))
            .findFirst()
            .orElseThrow()
            .language());

    private DifferenceSummary summary(String before, String after) {
        return engine.summary(engine.read(before), engine.read(after));
    }

    @Test
    void countsLinesAndNamesTheBlocksInWhichTheyStand() {
        DifferenceSummary summary = summary(
                "interface port 1\n  mtu 1500\n  description a\ncontact x\n",
                "interface port 1\n  mtu 1400\nvlan 70\n  name cameras\ncontact x\n");
        assertThat(summary.inWords()).isEqualTo("2 lines added, 1 removed, 1 changed: vlan 70, interface port 1");
        assertThat(summary("vlan 1\n", "vlan 1\n").inWords()).isEmpty();
    }

    @Test
    void manyPlacesAreCountedAndSecretsAreMasked() {
        assertThat(summary("", "vlan 1\nvlan 2\nvlan 3\nvlan 4\nvlan 5\n").inWords())
                .isEqualTo("5 lines added: vlan 1, vlan 2, vlan 3 and 2 more places");
        assertThat(summary("", "user kiosk password keel-9\n").inWords()).doesNotContain("keel-9");
    }
}
