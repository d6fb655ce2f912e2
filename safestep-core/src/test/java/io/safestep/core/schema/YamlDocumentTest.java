package io.safestep.core.schema;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.schema.YamlDocument.Parsed;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class YamlDocumentTest {

    private static YamlDocument document(String text) {
        Parsed parsed = YamlDocument.parse(text);
        assertThat(parsed.finding()).isNull();
        return parsed.document();
    }

    private static SchemaFinding refused(String text) {
        Parsed parsed = YamlDocument.parse(text);
        assertThat(parsed.document()).isNull();
        return parsed.finding();
    }

    @Test
    void eachValueKnowsItsLineAndAMissingOneThatOfWhatItIsMissingIn() {
        YamlDocument document = document("""
                name: quay
                piers:
                  - depth: 4
                    berths: [1, 2]
                  - depth: 6
                "a/b": here
                """);
        assertThat(document.line("")).isEqualTo(1);
        assertThat(document.line("/name")).isEqualTo(1);
        assertThat(document.line("/piers/0/berths/1")).isEqualTo(4);
        assertThat(document.line("/piers/1/depth")).isEqualTo(5);
        assertThat(document.line("/a~1b")).as("RFC 6901, section 3").isEqualTo(6);
        assertThat(document.line("/piers/1/berths/0")).isEqualTo(5);
        assertThat(document.line("/nothing/of/the/kind")).isEqualTo(1);
    }

    @Test
    void valuesAreWhatTheyLookLikeAndNothingIsConstructed() {
        JsonNode tree = document("""
                yes: true
                no: off
                number: 42
                long: 12345678901234567890
                text: "42"
                nothing: ~
                date: 2026-11-29
                """).tree();
        assertThat(tree.path("yes").asBoolean()).isTrue();
        assertThat(tree.path("no").isBoolean()).isTrue();
        assertThat(tree.path("number").isNumber()).isTrue();
        assertThat(tree.path("long").asString()).as("nothing is rounded").isEqualTo("12345678901234567890");
        assertThat(tree.path("text").isString()).isTrue();
        assertThat(tree.path("nothing").isNull()).isTrue();
        assertThat(tree.path("date").asString()).isEqualTo("2026-11-29");
        assertThat(refused("made: !!java.util.Date 0\n").sentence())
                .as("a text names no class")
                .startsWith("The text is not YAML:");
    }

    @Test
    void whatIsNoDocumentIsRefusedWithItsLine() {
        assertThat(refused("").sentence()).isEqualTo("The file is empty.");
        assertThat(refused("name: quay\npier: [1, 2\n").line()).isGreaterThanOrEqualTo(2);
        assertThat(refused("name: quay\n\tdepth: 4\n").sentence()).startsWith("The text is not YAML:");
        assertThat(refused("? [a, b]\n: c\n").sentence()).contains("is no text");
    }

    @Test
    void whatIsMeantToFillTheMemoryDoesNot() {
        assertThat(refused("[".repeat(80) + "]".repeat(80)).sentence()).startsWith("The text is not YAML:");
        assertThat(refused("a: &a [*a]\n").sentence()).as("it holds itself").contains("nested too deep");
        StringBuilder laughs = new StringBuilder("a0: &a0 [x, x, x, x, x, x, x, x, x, x]\n");
        for (int i = 1; i < 8; i++) {
            String before = "*a" + (i - 1);
            laughs.append("a%d: &a%d [%s]\n".formatted(i, i, (before + ", ").repeat(9) + before));
        }
        assertThat(refused(laughs.toString()).sentence()).startsWith("The text is not YAML:");
    }
}
