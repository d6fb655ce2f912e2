package io.safestep.core.config;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.format.RestRequest;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.ProfileReader;
import io.safestep.core.platform.ShippedProfiles;
import org.junit.jupiter.api.Test;

/** Names of structured configurations live in namespaces: of nodes, of identities, and of paths. */
class NamespacesTest {

    private final ConfigEngine ietf = new ConfigEngine(ShippedProfiles.ietf().language());

    private static ConfigEngine engine(String access, String language) {
        return new ConfigEngine(
                ProfileReader.read("""
                name: names
                maker: Tidal
                %s
                language:
                  indent: 2
                  comment: "#"
                  negation: "no"
                """.formatted(access) + language.indent(2)).language());
    }

    private static ConfigEngine xml(String forms) {
        return engine("netconf: { confirmWithinSeconds: 60 }", "format: xml\n" + forms);
    }

    private static ConfigEngine json(String forms) {
        return engine("restconf: { root: /restconf }", "format: json\n" + forms);
    }

    private static final String SHOWN = """
            <data xmlns="urn:ietf:params:xml:ns:netconf:base:1.0">
              <if:interfaces xmlns:if="urn:ietf:params:xml:ns:yang:ietf-interfaces">
                <if:interface>
                  <if:name>deck b/1</if:name>
                  <if:type xmlns:x="urn:ietf:params:xml:ns:yang:iana-if-type">x:ethernetCsmacd</if:type>
                  <ipv4 xmlns="urn:ietf:params:xml:ns:yang:ietf-ip">
                    <address><ip>10.77.0.1</ip><prefix-length>24</prefix-length></address>
                  </ipv4>
                </if:interface>
              </if:interfaces>
            </data>
            """;

    @Test
    void nodesAndIdentitiesAreReadByNamespaceAndNotByPrefix() {
        ConfigTree tree = ietf.read(SHOWN);
        assertThat(ietf.writeMasked(tree)).isEqualTo("""
                interfaces
                  interface deck\\sb/1
                    type ianaift:ethernetCsmacd
                    ipv4
                      address 10.77.0.1
                        prefix-length 24
                """);
        assertThat(ietf.same(tree, ietf.read(SHOWN.replace("x:", "other:").replace(":x=", ":other="))))
                .isTrue();
        assertThat(ietf.same(tree, ietf.read(SHOWN.replace("iana-if-type", "tide-if-type"))))
                .isFalse();
        assertThat(ietf.same(tree, ietf.read(SHOWN.replace("yang:ietf-ip", "yang:tide-ip"))))
                .isFalse();
    }

    @Test
    void editsDeclareTheNamespacesOfWhatTheySet() {
        DeviceBuild build = ietf.build(ietf.read(SHOWN), """
                interfaces
                  interface x2
                    type ianaift:ethernetCsmacd
                    ipv4
                      mtu 1400
                  interface deck\\sb/1
                    ipv4
                      no address 10.77.0.1
                """);
        assertThat(build.proof().obstacles()).isEmpty();
        assertThat(ietf.xmlEdit(build.script()))
                .contains(
                        "<interfaces xmlns=\"urn:ietf:params:xml:ns:yang:ietf-interfaces\">",
                        "<type xmlns:ianaift=\"urn:ietf:params:xml:ns:yang:iana-if-type\">ianaift:ethernetCsmacd</type>",
                        "<ipv4 xmlns=\"urn:ietf:params:xml:ns:yang:ietf-ip\">",
                        "<name>deck b/1</name>");
        ConfigTree again = ietf.read(ietf.write(build.outcome()));
        assertThat(ietf.same(again, build.outcome())).isTrue();
    }

    @Test
    void aPresenceContainerIsSomethingByItself() {
        ConfigTree with = ietf.read(SHOWN.replaceAll("(?s)<address>.*</address>", ""));
        ConfigTree without = ietf.read(SHOWN.replaceAll("(?s)<ipv4.*</ipv4>", ""));
        assertThat(ietf.same(with, without)).isFalse();
        assertThat(ietf.xmlEdit(ietf.derive(with, without)))
                .contains("<ipv4 xmlns=\"urn:ietf:params:xml:ns:yang:ietf-ip\" nc:operation=\"delete\"/>");
    }

    @Test
    void theSameNameFromTwoModulesIsTwoNodes() {
        ConfigEngine engine = xml("""
                forms:
                  - { form: "tides", opens: tides, module: "urn:tide" }
                  - { form: "level <number 1-9>", in: tides, key: 1 }
                  - { form: "gauge:level <number 1-9>", in: tides, key: 1, module: "urn:gauge" }
                """);
        ConfigTree tree = engine.read("<data><tides xmlns=\"urn:tide\"><level>1</level>"
                + "<level xmlns=\"urn:gauge\">2</level><level xmlns=\"urn:ebb\">3</level></tides></data>");
        assertThat(engine.writeMasked(tree)).isEqualTo("""
                tides
                  level 1
                  gauge:level 2
                  {urn:ebb}level 3
                """);
        assertThat(engine.same(engine.read(engine.write(tree)), tree)).isTrue();
        DeviceBuild build = engine.build(tree, "tides\n  gauge:level 7\n  no level\n");
        assertThat(build.proof().proven()).isTrue();
        assertThat(engine.xmlEdit(build.script()))
                .contains("<level nc:operation=\"delete\"/>", "<level xmlns=\"urn:gauge\">7</level>");
    }

    @Test
    void pathsToNodesAreComparedByNamespace() {
        ConfigEngine engine = xml("""
                prefixes: { t: "urn:tide" }
                forms:
                  - { form: "watch", opens: watch, module: "urn:tide" }
                  - { form: "on <path>", in: watch, key: 1 }
                """);
        String shown =
                "<data><watch xmlns=\"urn:tide\" xmlns:p=\"urn:tide\"><on>/p:tides/p:gauge[p:name='a:b']</on></watch></data>";
        ConfigTree tree = engine.read(shown);
        assertThat(engine.writeMasked(tree)).isEqualTo("watch\n  on /t:tides/t:gauge[t:name='a:b']\n");
        assertThat(engine.write(tree)).contains("<on xmlns:t=\"urn:tide\">/t:tides/t:gauge[t:name='a:b']</on>");
    }

    @Test
    void listsWithoutAFormKeepTheirEntries() {
        ConfigEngine engine = xml("""
                forms:
                  - { form: "tides", opens: tides, module: "urn:tide" }
                """);
        String shown = "<data><tides xmlns=\"urn:tide\">"
                + "<gauge><name>pier one</name><level>1</level></gauge><gauge><name>quay</name><level>1</level></gauge>"
                + "<mark><depth>1</depth></mark><mark><depth>1</depth></mark></tides></data>";
        ConfigTree tree = engine.read(shown);
        assertThat(engine.writeMasked(tree))
                .contains("  gauge[name=pier\\sone]\n", "  gauge[name=quay]\n", "  mark[1]\n", "  mark[2]\n");
        assertThat(engine.same(engine.read(engine.write(tree)), tree)).isTrue();
        ConfigTree without = engine.read(shown.replace("<gauge><name>quay</name><level>1</level></gauge>", "")
                .replace("<gauge>", "<gauge><!-- alone -->"));
        assertThat(engine.same(tree, without)).isFalse();
    }

    @Test
    void jsonNamesModulesWhereTheyChange() {
        ConfigEngine engine = json("""
                forms:
                  - { form: "tides", opens: tides, module: tide }
                  - { form: "level <number 1-9>", in: tides, key: 1 }
                  - { form: "gauge:level <number64>", in: tides, key: 1, module: gauge }
                  - { form: "rate <decimal>", in: tides, key: 1 }
                  - { form: "pier <token>", in: tides, opens: pier, key: 2, keyLeaves: [name] }
                  - { form: "open", in: pier }
                  - { form: "calls <token>", in: pier }
                """);
        String shown = """
                {"ietf-restconf:data": {"tide:tides": {"level": 1, "gauge:level": "9000000000", "rate": "2.50",
                  "ebb:level": 3, "ebb:mark": "3", "ebb:on": true,
                  "pier": [{"name": "deck b/1", "open": [null], "calls": ["a", "b,c"]}]}}}
                """;
        ConfigTree tree = engine.read(shown);
        assertThat(engine.writeMasked(tree)).isEqualTo("""
                tides
                  level 1
                  gauge:level 9000000000
                  rate 2.5
                  ebb:level 3
                  ebb:mark "3"
                  ebb:on true
                  pier deck\\sb/1
                    open
                    calls a
                    calls b,c
                """);
        String written = engine.write(tree);
        assertThat(written)
                .contains(
                        "\"tide:tides\"",
                        "\"gauge:level\" : \"9000000000\"",
                        "\"rate\" : \"2.5\"",
                        "\"ebb:level\" : 3",
                        "\"ebb:mark\" : \"3\"",
                        "\"ebb:on\" : true",
                        "\"name\" : \"deck b/1\"",
                        "\"open\" : [ null ]");
        assertThat(engine.same(engine.read(written), tree)).isTrue();
        DeviceBuild build = engine.build(tree, "tides\n  rate 2.500\n  pier deck\\sb/1\n    no calls b,c\n");
        assertThat(engine.restRequests(build.script()))
                .extracting(r -> r.method() + " " + r.path())
                .containsExactly("DELETE tide:tides/pier=deck%20b%2F1/calls=b%2Cc");
    }

    @Test
    void aBlockWithoutAFormGoesBackWhole() {
        ConfigEngine engine = json("""
                forms:
                  - { form: "tides", opens: tides, module: tide }
                  - { form: "level <number 1-9>", in: tides, key: 1 }
                """);
        ConfigTree with =
                engine.read("{\"tide:tides\": {\"level\": 1, \"glow\": {\"colour\": \"blue\", \"lamps\": [1, 2]}}}");
        ConfigTree without = engine.read("{\"tide:tides\": {\"level\": 1}}");
        RestRequest request = engine.restRequests(engine.derive(without, with)).get(0);
        assertThat(engine.writeMasked(engine.read(request.body()))).isEqualTo("""
                tides
                  glow
                    colour blue
                    lamps 1
                    lamps 2
                """);
    }
}
