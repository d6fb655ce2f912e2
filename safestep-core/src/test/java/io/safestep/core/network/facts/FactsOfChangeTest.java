package io.safestep.core.network.facts;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import org.junit.jupiter.api.Test;

class FactsOfChangeTest {

    private static final PlatformProfile CORVANE = ShippedProfiles.corvane();
    private static final ConfigEngine ENGINE = new ConfigEngine(CORVANE.language());
    private static final ConfigTree BASELINE = ENGINE.read("""
            hostname gw
            interface port 1
              address 10.77.0.1/30
              description to the harbour
            interface port 2
              disabled
            ospf 1
              area 0 network 10.77.0.0/16
            # end
            """);

    private static FactsOfChange after(String lines) {
        ConfigTree outcome = ENGINE.build(BASELINE, lines).outcome();
        return new FactsOfChange(new FactReader(CORVANE), "gw", BASELINE, outcome);
    }

    @Test
    void whatDiffersIsNamedWhetherOrNotTheModelKnowsTheLine() {
        FactsOfChange change = after("interface port 1\n  description to the mole\n");
        assertThat(change.differing("interface")).containsExactly("port 1");
        assertThat(change.differing("ospf")).isEmpty();
    }

    @Test
    void whatIsNewAndWhatIsGoneDiffers() {
        assertThat(after("interface port 9\n  disabled\n").differing("interface"))
                .containsExactly("port 9");
        assertThat(after("no interface port 2\n").differing("interface")).containsExactly("port 2");
    }

    @Test
    void bothConfigurationsAreReadOnce() {
        FactsOfChange change = after("interface port 2\n  no disabled\n");
        assertThat(change.before()).isSameAs(change.before());
        assertThat(change.after()).isSameAs(change.after());
        assertThat(change.before().interfaces().get("port 2").enabled()).isFalse();
        assertThat(change.after().interfaces().get("port 2").enabled()).isTrue();
        assertThat(change.differing("interface")).isSameAs(change.differing("interface"));
    }
}
