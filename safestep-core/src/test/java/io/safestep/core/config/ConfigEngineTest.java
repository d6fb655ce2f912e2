package io.safestep.core.config;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.core.config.script.Script;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.config.tree.LineComplaint;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.core.platform.language.Language;
import org.junit.jupiter.api.Test;

class ConfigEngineTest {

    private static final String BASELINE = """
            # Corvane Tidewater 4.2
            hostname brn-gw-a
            user safestep password hidden
            interface vlan 40
              description ticketing
              address 10.77.40.2/23
              gateway-group 40 shared 10.77.40.1
            ospf 1
              router-id 10.77.2.1
              authentication key s0und
              area 0 network 10.77.40.0/23
            packet-filter readers
              allow tcp 10.77.60.0/24 to 10.77.8.0/24 port 443
              drop ip 10.77.60.0/24 to 10.77.0.0/16
            """;

    private final ConfigEngine engine =
            new ConfigEngine(ShippedProfiles.corvane().language());
    private final ConfigTree baseline = engine.read(BASELINE);

    @Test
    void aSingleValueReplacesItsLike() {
        DeviceBuild build = engine.build(baseline, "interface vlan 40\n  address 10.77.40.2/24\n");

        assertThat(build.script().text(2)).isEqualTo("interface vlan 40\n  address 10.77.40.2/24\n");
        assertThat(build.undo().text(2)).isEqualTo("interface vlan 40\n  address 10.77.40.2/23\n");
        assertThat(build.proof().proven()).isTrue();
    }

    @Test
    void extraBlanksInALineAreNotADifference() {
        assertThat(engine.build(baseline, "interface  vlan 40\n  address   10.77.40.2/23\n")
                        .script()
                        .isEmpty())
                .isTrue();
    }

    @Test
    void removalByKeyAloneRemovesTheSingleValue() {
        DeviceBuild build = engine.build(baseline, "interface vlan 40\n  no description\n");

        assertThat(build.script().text(2)).isEqualTo("interface vlan 40\n  no description ticketing\n");
        assertThat(build.undo().text(2)).isEqualTo("interface vlan 40\n  description ticketing\n");
    }

    @Test
    void anEntryInTheMiddleOfAnOrderedBlockRewritesWhatComesAfter() {
        ConfigTree outcome = engine.read(
                BASELINE.replace("  drop ip", "  allow udp 10.77.60.0/24 to 10.77.8.0/24 port 123\n  drop ip"));

        assertThat(engine.derive(baseline, outcome).text(2)).isEqualTo("""
                        packet-filter readers
                          no drop ip 10.77.60.0/24 to 10.77.0.0/16
                          allow udp 10.77.60.0/24 to 10.77.8.0/24 port 123
                          drop ip 10.77.60.0/24 to 10.77.0.0/16
                        """);
    }

    @Test
    void aValueThatTheDeviceHidesMakesTheUndoUnproven() {
        DeviceBuild replaced = engine.build(baseline, "user safestep password n3w\n");
        DeviceBuild removed = engine.build(baseline, "no user safestep\n");
        DeviceBuild added = engine.build(baseline, "user kiosk password n3w\n");

        assertThat(replaced.proof().proven()).isFalse();
        assertThat(replaced.proof().obstacles()).singleElement().asString().contains("user safestep password hidden");
        assertThat(removed.proof().proven()).isFalse();
        assertThat(added.proof().proven()).isTrue();
        assertThat(added.undo().text(2)).isEqualTo("no user kiosk\n");
    }

    @Test
    void secretsAreMaskedInEveryViewAndKeptInTheScript() {
        DeviceBuild build = engine.build(baseline, "ospf 1\n  authentication key gannet77\n");

        assertThat(build.script().text(2)).contains("gannet77");
        assertThat(engine.masked(build.script())).doesNotContain("gannet77").contains(Language.MASK);
        assertThat(engine.masked(build.undo())).doesNotContain("s0und");
        assertThat(engine.writeMasked(build.outcome())).doesNotContain("gannet77");
        assertThat(engine.rows(baseline, build.outcome()).toString()).doesNotContain("gannet77", "s0und");
    }

    @Test
    void complaintsNameTheLineAndWhatIsExpected() {
        assertThat(engine.complaints(baseline, "interface vlan 40\n  address 10.77.40.2/33\n"))
                .containsExactly(
                        LineComplaint.error(
                                2,
                                "\"10.77.40.2/33\" does not fit: expected an address with its prefix length, such as 10.77.40.2/24."));
        assertThat(engine.complaints(baseline, "address 10.77.40.2/24\n"))
                .containsExactly(
                        LineComplaint.error(1, "\"address\" belongs inside a block of the kind \"interface\"."));
        assertThat(engine.complaints(baseline, "\n\nfrobnicate now\n"))
                .containsExactly(LineComplaint.warning(
                        3,
                        "\"frobnicate\" is not a word that this platform knows here. It would be sent as it stands."));
        assertThat(engine.complaints(baseline, "hostname a\n  contact b\n"))
                .extracting(LineComplaint::line)
                .containsExactly(2);
        assertThat(engine.complaints(baseline, "interface vlan 40\n\taddress 10.77.40.2/24\n"))
                .containsExactly(LineComplaint.error(2, "Indent with blanks, not with tabs."));
    }

    @Test
    void removingWhatIsNotThereIsAComplaint() {
        assertThat(engine.complaints(baseline, "interface vlan 40\n  no mtu 1400\n"))
                .containsExactly(LineComplaint.error(2, "There is no \"mtu 1400\" here to remove."));
    }

    @Test
    void aTextThatSaysTheSameThingTwiceIsRefused() {
        assertThatThrownBy(() -> engine.read("hostname a\nhostname b\n"))
                .isInstanceOf(ConfigSyntaxException.class)
                .hasMessageContaining("line 1");
        assertThatThrownBy(() -> engine.read("interface port 1\n    mtu 1400\n  disabled\n"))
                .isInstanceOf(ConfigSyntaxException.class)
                .hasMessageContaining("indentation");
    }

    @Test
    void driftOnTouchedGroundIsToldFromDriftElsewhere() {
        Script script =
                engine.build(baseline, "interface vlan 40\n  mtu 1400\n").script();
        ConfigTree elsewhere = engine.read(BASELINE.replace("hostname brn-gw-a", "hostname brn-gw-z"));
        ConfigTree onIt = engine.read(BASELINE.replace("description ticketing", "description gates"));

        assertThat(engine.touchedDifferences(baseline, elsewhere, script)).isEmpty();
        assertThat(engine.touchedDifferences(baseline, onIt, script)).containsExactly("interface vlan 40");
        assertThat(engine.differingParts(baseline, elsewhere)).isEqualTo("hostname brn-gw-z");
        assertThat(engine.differingParts(baseline, onIt)).isEqualTo("interface vlan 40");
    }

    @Test
    void whatADeviceHoldsIsSaidInWords() {
        DeviceBuild build =
                engine.build(baseline, "interface vlan 70\n  address 10.77.70.2/24\n  description deck cameras\n");
        ConfigTree half = engine.read(BASELINE + "interface vlan 70\n  address 10.77.70.2/24\n");

        assertThat(engine.holding(baseline, baseline, build.outcome()).words()).isEqualTo("holds what it held before");
        assertThat(engine.holding(half, baseline, build.outcome()).words())
                .isEqualTo("holds 2 of 3 differences of the outcome");
        assertThat(engine.holding(build.outcome(), baseline, build.outcome()).words())
                .isEqualTo("holds the outcome");
    }
}
