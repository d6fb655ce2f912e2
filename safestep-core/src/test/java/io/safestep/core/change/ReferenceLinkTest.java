package io.safestep.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ReferenceLinkTest {

    @Test
    void aReferenceStaysWhatItIsInAnAddress() {
        ReferenceLink link = new ReferenceLink("https://desk.example/tickets/{reference}?from=net");
        assertThat(link.of("T-1042")).isEqualTo("https://desk.example/tickets/T-1042?from=net");
        assertThat(link.of("../a b?x=1#y")).isEqualTo("https://desk.example/tickets/..%2Fa%20b%3Fx%3D1%23y?from=net");
    }

    @Test
    void lettersOfOtherAlphabetsAreOctets() {
        assertThat(new ReferenceLink("https://desk.example/{reference}").of("Ü~1"))
                .endsWith("/%C3%9C~1");
    }

    @ParameterizedTest
    @ValueSource(strings = {"https://desk.example/{reference}", "http://127.0.0.1:8080/t?id={reference}"})
    void anAddressWithOnePlaceIsAPattern(String pattern) {
        assertThat(ReferenceLink.problem(pattern)).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "desk.example/{reference}",
                "javascript:alert({reference})",
                "https://desk.example/",
                "https://{reference}/x",
                "https://{reference}",
                "https://desk.example?t={reference}",
                "https://desk.example/{reference}/{reference}",
                "https://desk.example/ {reference}",
                "https://desk.example/\"{reference}"
            })
    void everythingElseIsNone(String pattern) {
        assertThat(ReferenceLink.problem(pattern)).isPresent();
    }
}
