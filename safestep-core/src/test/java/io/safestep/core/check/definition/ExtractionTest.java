package io.safestep.core.check.definition;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.core.check.definition.Extraction.Kind;
import io.safestep.core.check.evaluation.Answer;
import io.safestep.core.check.evaluation.CheckEvaluation;
import io.safestep.core.check.evaluation.Observation;
import io.safestep.core.check.evaluation.StructuredPathException;
import java.util.List;
import org.junit.jupiter.api.Test;

class ExtractionTest {

    private static final String TABLE = """
            3 neighbours
            Address      Over      State    Since
            -----------  --------  -------  --------
            10.77.0.1    port 1    full     03:11:04
            10.77.0.5    port 12   loading  00:00:02

            total 2
            """;

    private static final String JSON = """
            {"ostrel-state:neighbours":{"neighbour":[
              {"address":"10.77.0.1","state":"full","queue":4},
              {"address":"10.77.0.5","state":"down","queue":0}]}}
            """;

    private static final String XML = """
            <data><neighbours xmlns="urn:haldrin:state">
              <neighbour><address>10.77.0.1</address><state>full</state></neighbour>
              <neighbour><address>10.77.0.5</address><state>down</state></neighbour>
            </neighbours></data>
            """;

    private static List<String> rows(Extraction extraction, String text, String data) {
        return observe(extraction, text, data).rows();
    }

    private static Observation observe(Extraction extraction, String text, String data) {
        CheckDefinition usual = CheckDefinition.reading("neighbours", null, Expectation.SAME_AS_BEFORE, null, 5);
        CheckDefinition check = new CheckDefinition(
                null,
                usual.look(),
                extraction,
                usual.expectation(),
                null,
                usual.before(),
                null,
                5,
                2,
                Severity.FAIL,
                List.of());
        return CheckEvaluation.observe(check, new Answer(text, data, List.of("a\tup", "b\tdown")));
    }

    private static Extraction by(Kind kind, String expression) {
        return new Extraction(kind, expression, List.of(), null, List.of(), false);
    }

    private static Extraction columns(String... headings) {
        return new Extraction(Kind.COLUMNS, null, List.of(headings), null, List.of(), false);
    }

    @Test
    void rowsAreThoseOfTheProfile() {
        assertThat(rows(Extraction.rows(), "whatever", null)).containsExactly("a\tup", "b\tdown");
    }

    @Test
    void columnsAreFoundByTheirHeadings() {
        assertThat(rows(columns("Address", "State"), TABLE, null))
                .containsExactly("10.77.0.1\tfull", "10.77.0.5\tloading");
        assertThat(rows(columns("over"), TABLE, null)).containsExactly("port 1", "port 12");
        assertThat(rows(columns("Address", "Colour"), TABLE, null)).isEmpty();
    }

    @Test
    void patternsGiveKeyAndValue() {
        assertThat(rows(by(Kind.PATTERN, "(?P<key>10\\S+) .*(?P<value>full|loading)"), TABLE, null))
                .containsExactly("10.77.0.1\tfull", "10.77.0.5\tloading");
        assertThat(rows(by(Kind.PATTERN, "total \\d+"), TABLE, null)).containsExactly("total 2");
    }

    @Test
    void pathsLeadIntoJsonAndXml() {
        assertThat(rows(by(Kind.PATH, "$..neighbour[?(@.state=='down')].address"), "", JSON))
                .containsExactly("10.77.0.5");
        assertThat(rows(by(Kind.PATH, "$..neighbour[0]"), "", JSON))
                .containsExactly("address=10.77.0.1 state=full queue=4");
        assertThat(rows(by(Kind.PATH, "$..neighbour"), "", JSON)).hasSize(2);
        assertThat(rows(by(Kind.PATH, "$.nothing"), "", JSON)).isEmpty();
        assertThat(rows(by(Kind.PATH, "$.name"), "", "{\"name\":\"a\\u0000b\"}"))
                .as("what can't be stored")
                .containsExactly("a\uFFFDb");
        assertThat(rows(by(Kind.PATH, "//neighbour[state='down']/address"), "", XML))
                .containsExactly("10.77.0.5");
        assertThat(rows(by(Kind.PATH, "//neighbour"), "", XML))
                .containsExactly("address=10.77.0.1 state=full", "address=10.77.0.5 state=down");
        assertThat(rows(by(Kind.PATH, "count(//neighbour)"), "", XML)).containsExactly("2.0");
    }

    @Test
    void aPathNeedsStructuredData() {
        assertThatThrownBy(() -> rows(by(Kind.PATH, "//a"), TABLE, null))
                .isInstanceOf(StructuredPathException.class)
                .hasMessageContaining("answers with lines");
        assertThatThrownBy(() -> rows(
                        by(Kind.PATH, "//a"),
                        "",
                        "<!DOCTYPE a [<!ENTITY e SYSTEM \"file:///etc/hostname\">]><a>&e;</a>"))
                .isInstanceOf(StructuredPathException.class)
                .hasMessage("The answer is no XML that can be read.");
    }

    @Test
    void whatIsMaskedIsNeitherComparedNorShown() {
        Extraction extraction =
                new Extraction(Kind.TEXT, null, List.of(), "^10", List.of("\\d\\d:\\d\\d:\\d\\d"), false);
        Observation found = observe(extraction, TABLE, null);
        assertThat(found.rows())
                .containsExactly("10.77.0.1    port 1    full     …", "10.77.0.5    port 12   loading  …");
        assertThat(found.output()).contains("full     …").doesNotContain("03:11:04");
    }
}
