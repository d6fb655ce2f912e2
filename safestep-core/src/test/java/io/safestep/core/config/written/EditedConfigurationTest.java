package io.safestep.core.config.written;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.ShippedProfiles;
import org.junit.jupiter.api.Test;

/** A whole configuration edited as text in which secrets are masked, and its difference as text. */
class EditedConfigurationTest {

    private final ConfigEngine engine =
            new ConfigEngine(ShippedProfiles.corvane().language());
    private final ConfigTree baseline = engine.read("""
            hostname brn-gw-a
            interface vlan 40
              mtu 1500
              ospf key s0und
            ospf 1
              router-id 10.77.2.1
              authentication key tide4
            """);

    private Edited edited(String text) {
        return engine.edited(baseline, text);
    }

    @Test
    void aMaskThatStaysMeansTheSecretThatWasThere() {
        String text = engine.writeMasked(baseline);
        assertThat(text).doesNotContain("s0und", "tide4");
        Edited edited = edited(text.replace("mtu 1500", "mtu 1400"));
        assertThat(edited.complaints()).isEmpty();
        assertThat(engine.text(engine.derive(baseline, edited.tree()))).isEqualTo("interface vlan 40\n  mtu 1400\n");
    }

    @Test
    void aMaskInAnotherBlockIsAnError() {
        Edited edited = edited(engine.writeMasked(baseline) + "interface vlan 60\n  ospf key ‹secret›\n");
        assertThat(edited.isUsable()).isFalse();
        assertThat(edited.complaints()).singleElement().satisfies(c -> {
            assertThat(c.line()).isEqualTo(9);
            assertThat(c.reason()).contains("Write the secret itself");
        });
    }

    @Test
    void removalsAndWrongBlocksAreErrorsAndUnknownWordsAreNot() {
        assertThat(edited("hostname a\nno contact\n").isUsable()).isFalse();
        assertThat(edited("hostname a\nmtu 1400\n").isUsable()).isFalse();
        assertThat(edited("hostname a\ntide-table on\n").isUsable()).isTrue();
        assertThat(edited("hostname a\ntide-table on\n").complaints()).hasSize(1);
        assertThat(edited(" \n").isUsable()).isFalse();
    }

    @Test
    void everyDifferenceStandsUnderItsParentsInPlainText() {
        ConfigTree after = engine.read("""
                hostname brn-gw-a
                interface vlan 40
                  mtu 1500
                  ospf key s0und
                ospf 1
                  router-id 10.77.2.1
                  authentication key tide5
                vlan 70
                """);
        assertThat(engine.unified(engine.rows(baseline, after), 0)).isEqualTo("""
                 ospf 1
                 ...
                -  authentication key ‹secret›
                +  authentication key ‹secret›
                +vlan 70
                """);
        assertThat(engine.unified(engine.rows(baseline, after), -1).lines()).hasSize(9);
        assertThat(engine.unified(engine.rows(baseline, baseline), 3)).isEmpty();
    }
}
