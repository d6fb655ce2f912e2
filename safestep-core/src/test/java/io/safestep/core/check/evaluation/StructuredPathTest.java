package io.safestep.core.check.evaluation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What answers of devices hold is found by a path, and nothing else is found by it. */
class StructuredPathTest {

    private static final String XML = """
            <data xmlns="urn:quay"><peers xmlns:nc="urn:other">
              <peer><address>10.77.1.2</address><state>up</state></peer>
              <peer><address>10.77.1.6</address><state> down </state></peer>
              <nc:uptime>12</nc:uptime>
            </peers></data>""";

    private static final String JSON = """
            {"peers": [{"address": "10.77.1.2", "state": "up", "counters": {"sent": 3}},
                       {"address": "10.77.1.6", "state": "down", "tags": ["a"]}],
             "uptime": 12}""";

    @Test
    void anXpathNamesNodesAsTheAnswerWritesThem() {
        assertThat(StructuredPath.rows(XML, "//state")).containsExactly("up", "down");
        assertThat(StructuredPath.rows(XML, "//peer"))
                .as("leaves beside one another are one row")
                .containsExactly("address=10.77.1.2 state=up", "address=10.77.1.6 state=down");
        assertThat(StructuredPath.rows(XML, "count(//peer)")).containsExactly("2.0");
        assertThat(StructuredPath.rows(XML, "//*[name()='nc:uptime']")).containsExactly("12");
        assertThat(StructuredPath.rows(XML, "//nothing")).isEmpty();
    }

    @Test
    void aJsonPathGivesRowsOfWhatIsNoObjectInItself() {
        assertThat(StructuredPath.rows(JSON, "$.peers[*].state")).containsExactly("up", "down");
        assertThat(StructuredPath.rows(JSON, "$.peers[*]"))
                .as("what is nested is left out")
                .containsExactly("address=10.77.1.2 state=up", "address=10.77.1.6 state=down");
        assertThat(StructuredPath.rows(JSON, "$.uptime")).containsExactly("12");
    }

    @Test
    void whatCanNotBeReadOrFollowedIsSaid() {
        assertThatThrownBy(() -> StructuredPath.rows("<data>", "//state"))
                .isInstanceOf(StructuredPathException.class)
                .hasMessageContaining("no XML");
        assertThatThrownBy(() -> StructuredPath.rows(XML, "//state[")).isInstanceOf(StructuredPathException.class);
        assertThatThrownBy(() -> StructuredPath.rows(null, "//state")).isInstanceOf(StructuredPathException.class);
    }

    @Test
    void anAnswerDefinesNothing() {
        String defined = "<!DOCTYPE data [<!ENTITY tide \"high\">]><data>&tide;</data>";
        assertThatThrownBy(() -> StructuredPath.rows(defined, "/data"))
                .isInstanceOf(StructuredPathException.class)
                .hasMessageContaining("no XML");
    }

    @Test
    void anAnswerLeadsToNoFile(@TempDir Path folder) throws Exception {
        Path secret = Files.writeString(folder.resolve("secret.key"), "harbour");
        String leading = "<!DOCTYPE data [<!ENTITY key SYSTEM \"" + secret.toUri() + "\">]><data>&key;</data>";
        assertThatThrownBy(() -> StructuredPath.rows(leading, "/data")).isInstanceOf(StructuredPathException.class);
        assertThatThrownBy(() -> StructuredPath.rows("<data/>", "document('" + secret.toUri() + "')"))
                .isInstanceOf(StructuredPathException.class);
    }
}
