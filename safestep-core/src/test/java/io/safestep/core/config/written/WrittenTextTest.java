package io.safestep.core.config.written;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.ShippedProfiles;
import org.junit.jupiter.api.Test;

class WrittenTextTest {

    private final ConfigEngine xml = new ConfigEngine(ShippedProfiles.haldrin().language());
    private final ConfigEngine json = new ConfigEngine(ShippedProfiles.ostrel().language());
    private final ConfigEngine cli = new ConfigEngine(ShippedProfiles.corvane().language());

    @Test
    void aFragmentInXmlIsAddedToWhatIsThere() {
        ConfigTree baseline = xml.read("<config><system><name>ald-gw-a</name></system></config>");
        String fragment = """
                <interfaces>
                  <interface><name>x1</name><description>a &amp; b</description></interface>
                </interfaces>
                <system><contact>watch room</contact></system>
                """;

        assertThat(xml.complaints(baseline, fragment)).isEmpty();
        assertThat(xml.build(baseline, fragment).script().text(2))
                .contains("interface x1", "description a & b", "contact watch room")
                .doesNotContain("name ald-gw-a");
    }

    @Test
    void whatIsWrongInAFragmentHasItsLine() {
        ConfigTree baseline = xml.read("<config><system><name>ald-gw-a</name></system></config>");

        assertThat(xml.complaints(baseline, "<system>\n  <nonsense>1</nonsense>\n</system>"))
                .singleElement()
                .satisfies(c -> assertThat(c.line()).isEqualTo(2));
        assertThat(xml.complaints(baseline, "<system>\n  <contact>\n"))
                .singleElement()
                .satisfies(c -> assertThat(c.reason()).isEqualTo("The text is not complete XML."));
    }

    @Test
    void aFragmentInJsonIsAddedToWhatIsThere() {
        ConfigTree baseline = json.read("{\"ostrel-base:base\": {\"label\": \"cdq-ac-1\"}}");

        assertThat(json.build(baseline, "{\"ostrel-base:base\": {\"place\": \"shed \\\"A\\\"\"}}")
                        .script()
                        .text(2))
                .isEqualTo("base\n  place shed \"A\"\n");
    }

    @Test
    void aWrittenWayBackIsTakenWhereTheDerivedOneWritesWhatTheDeviceHides() {
        ConfigTree baseline = cli.read("hostname brn-gw-a\nuser safestep password hidden\n");
        DeviceBuild build = cli.build(baseline, "user safestep password n3w\n");

        DeviceBuild better = cli.withWrittenUndo(build, "user safestep password old\n");

        assertThat(better.undo().text(2)).isEqualTo("user safestep password old\n");
        assertThat(better.proof().proven())
                .as("whether the value is the old one can't be computed")
                .isFalse();
    }

    @Test
    void aWrittenWayBackThatLeadsElsewhereOrIsNotNeededIsLeftOut() {
        ConfigTree baseline = cli.read("hostname brn-gw-a\nuser safestep password hidden\n");
        DeviceBuild unproven = cli.build(baseline, "user safestep password n3w\n");
        DeviceBuild proven = cli.build(baseline, "hostname brn-gw-b\n");

        assertThat(cli.withWrittenUndo(unproven, "no user safestep\n")).isSameAs(unproven);
        assertThat(cli.withWrittenUndo(unproven, "nonsense {\n  more\n")).isSameAs(unproven);
        assertThat(cli.withWrittenUndo(proven, "hostname other\n")).isSameAs(proven);
    }
}
