package io.safestep.core.config;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.ShippedProfiles;
import org.junit.jupiter.api.Test;

class StructuredConfigurationTest {

    private final ConfigEngine xml = new ConfigEngine(ShippedProfiles.haldrin().language());
    private final ConfigEngine json = new ConfigEngine(ShippedProfiles.ostrel().language());

    private static final String HALDRIN = """
            <data xmlns="urn:ietf:params:xml:ns:netconf:base:1.0">
              <system xmlns="urn:haldrin:system">
                <name>ald-gw-a</name>
                <contact>watch room, Aldermouth</contact>
                <time-server>10.77.8.20</time-server>
                <user><name>safestep</name><password>hidden</password></user>
              </system>
              <interfaces xmlns="urn:haldrin:interfaces">
                <interface>
                  <name>x1</name>
                  <description>to the ring</description>
                  <address><ip>10.77.1.18</ip><length>30</length></address>
                  <ospf><area>0</area><passive/></ospf>
                </interface>
              </interfaces>
            </data>
            """;

    private static final String OSTREL = """
            {
              "ostrel-base:base": { "label": "cdq-ac-1", "time-server": ["10.77.8.20", "10.77.8.21"] },
              "ostrel-ports:ports": {
                "port": [
                  { "id": "p1", "note": "desk 1", "untagged": 40, "closed": false },
                  { "id": "p2", "tagged": [40, 60], "ospf-passive": [null] }
                ]
              }
            }
            """;

    private static final String OSTREL_LINES = """
            base
              label cdq-ac-1
              time-server 10.77.8.20
              time-server 10.77.8.21
            ports
              port p1
                note desk 1
                untagged 40
                closed false
              port p2
                tagged 40
                tagged 60
                ospf-passive
            """;

    @Test
    void xmlBecomesLinesWithKeysAndNumbers() {
        ConfigTree tree = xml.read(HALDRIN);
        assertThat(xml.writeMasked(tree)).isEqualTo("""
                        system
                          name ald-gw-a
                          contact watch room, Aldermouth
                          time-server 10.77.8.20
                          user safestep
                            password ‹secret›
                        interfaces
                          interface x1
                            description to the ring
                            address 10.77.1.18
                              length 30
                            ospf
                              area 0
                              passive
                        """);
        assertThat(tree.lines().get(0).number()).isEqualTo(2);
        assertThat(tree.lines().get(0).children().get(1).number()).isEqualTo(4);
    }

    @Test
    void jsonBecomesLines() {
        assertThat(json.writeMasked(json.read(OSTREL))).isEqualTo(OSTREL_LINES);
    }

    @Test
    void whatIsWrittenIsReadAgainAsTheSame() {
        ConfigTree haldrin = xml.read(HALDRIN);
        assertThat(xml.same(haldrin, xml.read(xml.write(haldrin)))).isTrue();
        assertThat(xml.write(haldrin)).contains("<interfaces xmlns=\"urn:haldrin:interfaces\">", "<passive></passive>");
        ConfigTree ostrel = json.read(OSTREL);
        assertThat(json.same(ostrel, json.read(json.write(ostrel)))).isTrue();
        assertThat(json.write(ostrel))
                .contains(
                        "\"closed\" : false",
                        "\"untagged\" : 40",
                        "\"ospf-passive\" : [ null ]",
                        "\"label\" : \"cdq-ac-1\"");
    }

    @Test
    void theOrderOfElementsMakesNoDifference() {
        String turned = OSTREL.replace("[40, 60]", "[60, 40]")
                .replace("\"note\": \"desk 1\", \"untagged\": 40", "\"untagged\": 40, \"note\": \"desk 1\"");
        assertThat(json.same(json.read(OSTREL), json.read(turned))).isTrue();
    }

    @Test
    void scriptsBecomeOneEditWithOperations() {
        ConfigTree before = xml.read(HALDRIN);
        DeviceBuild build = xml.build(before, """
                interfaces
                  interface x1
                    mtu 1400
                    no address 10.77.1.18
                    address 10.77.1.22
                      length 30
                    ospf
                      no passive
                """);
        assertThat(build.proof().proven())
                .as(build.proof().obstacles().toString())
                .isTrue();
        assertThat(xml.xmlEdit(build.script()))
                .contains("<mtu>1400</mtu>", "<passive nc:operation=\"delete\"/>")
                .containsSubsequence("<address nc:operation=\"delete\">", "<ip>10.77.1.18</ip>", "</address>")
                .containsSubsequence("<address>", "<ip>10.77.1.22</ip>", "<length>30</length>");
    }

    @Test
    void scriptsBecomeRequestsInOrder() {
        ConfigTree before = json.read(OSTREL);
        DeviceBuild build = json.build(before, """
                ports
                  port p1
                    untagged 60
                  port p2
                    no tagged 60
                  port p3/1
                    note new, with 100 %
                base
                  no time-server 10.77.8.21
                """);
        assertThat(build.proof().proven()).isTrue();
        assertThat(json.restRequests(build.script()))
                .extracting(r -> r.method() + " " + r.path())
                .containsExactlyInAnyOrder(
                        "DELETE ostrel-base:base/time-server=10.77.8.21",
                        "DELETE ostrel-ports:ports/port=p2/tagged=60",
                        "PATCH ostrel-ports:ports");
        String body = json.restRequests(build.script()).stream()
                .filter(r -> r.body() != null)
                .findFirst()
                .orElseThrow()
                .body();
        assertThat(json.writeMasked(json.read(body))).isEqualTo("""
                        ports
                          port p1
                            untagged 60
                          port p3/1
                            note new, with 100 %
                        """);
        assertThat(json.restRequests(json.readScript("ports\n  no port p3/1\n"))
                        .get(0)
                        .path())
                .isEqualTo("ostrel-ports:ports/port=p3%2F1");
    }

    @Test
    void brokenOrForeignTextIsRefusedWithItsLine() {
        String cut = HALDRIN.substring(0, HALDRIN.indexOf("<ospf>"));
        assertThatThrownBy(() -> xml.read(cut))
                .isInstanceOf(ConfigSyntaxException.class)
                .hasMessage("The text is not complete XML.");
        assertThatThrownBy(() -> json.read(OSTREL.substring(0, 90)))
                .isInstanceOf(ConfigSyntaxException.class)
                .hasMessage("The text is not complete JSON.");
        assertThatThrownBy(
                        () -> xml.read("<!DOCTYPE x [<!ENTITY e SYSTEM \"file:///etc/passwd\">]><config>&e;</config>"))
                .isInstanceOf(ConfigSyntaxException.class);
        assertThatThrownBy(() -> json.read("{\"ostrel-ports:ports\":{\"port\":[{\"note\":\"x\"}]}}"))
                .hasMessage("An entry of the list port has no key id.");
        assertThatThrownBy(() -> json.read("{\"a\":".repeat(100) + "1" + "}".repeat(100)))
                .hasMessage("The objects are nested too deep.");
    }

    @Test
    void nodesThatTheProfileDoesNotDescribeAreKept() {
        String more = OSTREL.replace("\"untagged\": 40,", "\"untagged\": 40, \"glow\": {\"colour\": \"blue\"},");
        ConfigTree tree = json.read(more);
        assertThat(json.writeMasked(tree)).contains("    glow\n      colour blue");
        assertThat(json.same(tree, json.read(json.write(tree)))).isTrue();
        assertThat(json.same(tree, json.read(OSTREL))).isFalse();
    }
}
