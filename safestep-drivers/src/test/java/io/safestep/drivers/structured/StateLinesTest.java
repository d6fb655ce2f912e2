package io.safestep.drivers.structured;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.StringReader;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Element;
import org.xml.sax.InputSource;
import tools.jackson.databind.json.JsonMapper;

class StateLinesTest {

    private static Element xml(String text) throws Exception {
        return DocumentBuilderFactory.newDefaultNSInstance()
                .newDocumentBuilder()
                .parse(new InputSource(new StringReader(text)))
                .getDocumentElement();
    }

    @Test
    void nodesThatHoldOnlyValuesBecomeLines() throws Exception {
        assertThat(StateLines.of(xml("<data><routes><route><prefix>10.77.0.0/16</prefix><via>a  b</via></route>"
                        + "<route><prefix>10.78.0.0/16</prefix><passive/></route></routes></data>")))
                .isEqualTo("route prefix=10.77.0.0/16 via=a-b\nroute prefix=10.78.0.0/16 passive=\n");
        assertThat(StateLines.of(new JsonMapper()
                        .readTree("{\"own:routes\":{\"route\":[{\"prefix\":\"10.77.0.0/16\",\"metric\":20}]}}")))
                .isEqualTo("route prefix=10.77.0.0/16 metric=20\n");
    }

    @Test
    void anAnswerWithoutValuesIsNoLine() throws Exception {
        assertThat(StateLines.of(xml("<rpc-reply><data/></rpc-reply>"))).isEmpty();
        assertThat(StateLines.of(xml("<rpc-reply><data><gateways/></data></rpc-reply>")))
                .isEmpty();
        assertThat(StateLines.of(xml("<rpc-reply><ok/></rpc-reply>"))).isEmpty();
        assertThat(StateLines.of(new JsonMapper().readTree("{\"own:gateways\":{\"gateway\":[]}}")))
                .isEmpty();
    }

    @Test
    void aCharacterThatCanNotBeStoredIsLeftOut() throws Exception {
        assertThat(StateLines.of(new JsonMapper().readTree("{\"neighbours\":{\"name\":\"a\\u0000b\"}}")))
                .isEqualTo("neighbours name=a-b\n");
    }
}
