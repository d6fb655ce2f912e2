package io.safestep.practice.structured;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;

/** What edits do to the data of a structured device (RFC 6241, section 7.2). */
class TreeConfigurationTest {

    private static final String NC = " xmlns:nc=\"urn:ietf:params:xml:ns:netconf:base:1.0\"";

    private final TreeConfiguration config = StructuredLanguage.HALDRIN.read("""
            <config>
              <system><name>dun-gw-a</name><user><name>safestep</name><password>keel</password></user></system>
              <interfaces>
                <interface><name>x10</name><mtu>1500</mtu></interface>
                <interface><name>x2</name><description>uplink</description><switching><tagged>40</tagged></switching></interface>
              </interfaces>
            </config>
            """);

    private void edit(String content, String operation) {
        config.apply(XmlData.edits(XmlData.parse("<config" + NC + ">" + content + "</config>")), operation, l -> false);
    }

    private void refused(String content, String tag) {
        assertThatThrownBy(() -> edit(content, "merge"))
                .isInstanceOfSatisfying(
                        DataRefusal.class, e -> assertThat(e.tag()).isEqualTo(tag));
    }

    @Test
    void itIsShownInTheDevicesOwnOrderWithoutPasswords() {
        assertThat(config.shown())
                .containsSubsequence("<name>x2</name>", "<name>x10</name>")
                .contains("<password>hidden</password>")
                .doesNotContain("keel");
        assertThat(config.stored()).doesNotContain("keel");
        assertThat(config.accepts("safestep", "keel")).isTrue();
        assertThat(StructuredLanguage.HALDRIN.read(config.stored()).stored()).isEqualTo(config.stored());
    }

    @Test
    void mergingAddsAndReplacesSingleValues() {
        edit(
                "<interfaces><interface><name>x10</name><mtu>1400</mtu><description>d &amp; e</description></interface></interfaces>",
                "merge");
        assertThat(config.shown()).contains("<mtu>1400</mtu>", "<description>d &amp; e</description>", "uplink");
    }

    @Test
    void replacingLeavesNothingOfTheOldNode() {
        edit(
                "<interfaces><interface nc:operation=\"replace\"><name>x2</name><mtu>9000</mtu></interface></interfaces>",
                "merge");
        assertThat(config.shown()).doesNotContain("uplink", "<tagged>").contains("<mtu>9000</mtu>");
    }

    @Test
    void deletingTakesAwayAndEmptyContainersGoWithTheirLastNode() {
        edit(
                "<interfaces><interface><name>x2</name><switching><tagged nc:operation=\"delete\">40</tagged></switching></interface></interfaces>",
                "merge");
        assertThat(config.shown()).doesNotContain("<switching>");
        refused(
                "<interfaces><interface nc:operation=\"delete\"><name>x9</name></interface></interfaces>",
                "data-missing");
        edit("<interfaces><interface nc:operation=\"remove\"><name>x9</name></interface></interfaces>", "merge");
    }

    @Test
    void badEditsAreRefusedWithTheTagsOfTheStandard() {
        refused("<interfaces><interface><name>x2</name><mtu>12</mtu></interface></interfaces>", "invalid-value");
        refused("<interfaces><interface><mtu>1400</mtu></interface></interfaces>", "missing-element");
        refused("<tides/>", "unknown-element");
        refused(
                "<interfaces><interface nc:operation=\"create\"><name>x2</name></interface></interfaces>",
                "data-exists");
        refused(
                "<interfaces><interface nc:operation=\"sink\"><name>x2</name></interface></interfaces>",
                "bad-attribute");
        refused(
                "<interfaces><interface><name>x2</name><filter-in>nowhere</filter-in></interface></interfaces>",
                "data-missing");
    }
}
