package io.safestep.core.platform.language;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.platform.ShippedProfiles;
import org.junit.jupiter.api.Test;

/** How the Corvane profile understands single lines. */
class LanguageTest {

    private final Language language = ShippedProfiles.corvane().language();

    @Test
    void aKeyTellsSingleValuesFromSets() {
        assertThat(language.meaning("interface", "address 10.77.40.2/24").key()).isEqualTo("address");
        assertThat(language.meaning("interface", "gateway-group 40 priority 120")
                        .key())
                .isEqualTo("gateway-group 40 priority");
        assertThat(language.meaning("interface", "gateway-group 41 priority 120")
                        .key())
                .isNotEqualTo(language.meaning("interface", "gateway-group 40 priority 120")
                        .key());
        assertThat(language.meaning("", "time-server 10.77.8.20").key()).isEqualTo("time-server 10.77.8.20");
    }

    @Test
    void theSameWordsMeanDifferentThingsInDifferentBlocks() {
        assertThat(language.meaning("", "vlan 40").blockBeneath()).isEqualTo("vlan");
        assertThat(language.meaning("", "vlan 40").opensBlock()).isTrue();
        assertThat(language.meaning("interface", "vlan access 40").opensBlock()).isFalse();
        assertThat(language.complaint("interface", "vlan 40")).isPresent();
    }

    @Test
    void aLineThatNoFormDescribesIsItsOwnKeyAndOpensAnUnknownBlock() {
        assertThat(language.meaning("", "tide-table on").key()).isEqualTo("tide-table on");
        assertThat(language.meaning("", "tide-table on").blockBeneath()).isEqualTo(Language.UNKNOWN_BLOCK);
        assertThat(language.meaning("", "tide-table on").ordered()).isFalse();
        assertThat(language.meaning("", "  tide-table   on ").text()).isEqualTo("tide-table   on");
    }

    @Test
    void blanksBetweenTypedWordsAreMergedAndFreeTextIsKept() {
        assertThat(language.meaning("interface", "address    10.77.40.2/24").text())
                .isEqualTo("address 10.77.40.2/24");
        assertThat(language.meaning("interface", "description to  deck   b").text())
                .isEqualTo("description to  deck   b");
    }

    @Test
    void onlyPacketFiltersAreOrdered() {
        assertThat(language.meaning("", "packet-filter readers").ordered()).isTrue();
        assertThat(language.meaning("", "ospf 1").ordered()).isFalse();
        assertThat(language.meaning("", "interface port 1").ordered()).isFalse();
    }

    @Test
    void removalsNameTheLineOrItsKey() {
        assertThat(language.isRemoval("interface", "no disabled")).isTrue();
        assertThat(language.isRemoval("", "notice")).isFalse();
        assertThat(language.removed("interface", "no  disabled")).isEqualTo("disabled");
        assertThat(language.removalOf("", "user kiosk password pier9")).contains("no user kiosk");
        assertThat(language.removalOf("interface", "mtu 1400")).contains("no mtu 1400");
        assertThat(language.meaning("interface", "mtu 1400").keyed()).isTrue();
        assertThat(language.meaning("", "time-server 10.77.8.20").keyed()).isFalse();
    }

    @Test
    void aHiddenValueIsRecognised() {
        assertThat(language.holdsHiddenValue("", "user kiosk password hidden")).isTrue();
        assertThat(language.holdsHiddenValue("", "user kiosk password pier9")).isFalse();
        assertThat(language.asShown("", "user kiosk password pier9")).isEqualTo("user kiosk password hidden");
        assertThat(language.asShown("ospf", "authentication key keel")).isEqualTo("authentication key keel");
    }

    @Test
    void masksDoNotTellSecretsApart() {
        String one = language.masked("ospf", "authentication key k");
        String other = language.masked("ospf", "authentication key a-much-longer-secret");
        assertThat(one).isEqualTo(other).isEqualTo("authentication key " + Language.MASK);
        assertThat(language.masked("ospf", "no authentication key k"))
                .isEqualTo("no authentication key " + Language.MASK);
        assertThat(language.masked("", "radius secret w0rd more"))
                .isEqualTo("radius secret " + Language.MASK + " more");
        assertThat(language.masked("interface", "description the key to deck b"))
                .isEqualTo("description the key to deck b");
    }

    @Test
    void volatileLinesAndCommentsAreToldFromTheRest() {
        assertThat(language.isVolatile("shown-at 2026-11-25T01:30:00Z")).isTrue();
        assertThat(language.isVolatile("hostname shown-at")).isFalse();
        assertThat(language.isComment("  # by hand")).isTrue();
        assertThat(language.isComment("contact #3")).isFalse();
    }

    @Test
    void complaintsAreSentencesThatHelp() {
        assertThat(language.complaint("interface", "mtu 90000").map(Complaint::sentence))
                .contains("\"90000\" does not fit: expected a number from 576 to 9216.");
        assertThat(language.complaint("interface", "mtu").map(Complaint::sentence))
                .contains("The line ends too early: expected a number from 576 to 9216.");
        assertThat(language.complaint("interface", "disabled now").map(Complaint::sentence))
                .contains("Nothing may follow \"disabled\".");
        assertThat(language.complaint("interface", "vlan allowed 40,,60").map(Complaint::sentence))
                .get()
                .asString()
                .contains("VLAN numbers with commas");
        assertThat(language.complaint("packet-filter", "allow gre 10.77.0.0/16 to 10.77.0.0/16")
                        .map(Complaint::sentence))
                .get()
                .asString()
                .contains("one of tcp, udp");
        assertThat(language.complaint("interface", "hostname a").map(Complaint::sentence))
                .contains("\"hostname\" belongs at the top level, not inside a block.");
        assertThat(language.complaint(Language.UNKNOWN_BLOCK, "mtu 1400").map(Complaint::sentence))
                .contains("This line stands beneath a line that opens no block.");
        assertThat(language.complaint("interface", "adress 10.77.40.2/24").map(Complaint::sentence))
                .get()
                .asString()
                .contains("Did you mean \"address\"?");
        assertThat(language.complaint("interface", "tide 3").map(Complaint::sentence))
                .get()
                .asString()
                .doesNotContain("Did you mean");
        assertThat(language.complaint("interface", "no mtu")).isEmpty();
        assertThat(language.complaint("interface", "no mtu many")).isPresent();
    }
}
