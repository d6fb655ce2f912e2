package io.safestep.core.platform.form;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.core.platform.text.ProfileException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WordTypeTest {

    @ParameterizedTest
    @CsvSource({
        "address, 10.77.40.2, true",
        "address, 255.255.255.255, true",
        "address, 0.0.0.0, true",
        "address, 10.77.40.256, false",
        "address, 10.77.40, false",
        "address, 10.77.40.2.1, false",
        "address, 10.77.040.2, false",
        "address, 10..40.2, false",
        "address, ten.77.40.2, false",
        "prefix, 10.77.40.0/23, true",
        "prefix, 0.0.0.0/0, true",
        "prefix, 10.77.40.0/32, true",
        "prefix, 10.77.40.0/33, false",
        "prefix, 10.77.40.0/07, false",
        "prefix, 10.77.40.0/, false",
        "prefix, 10.77.40.0, false",
        "number 1-4094, 1, true",
        "number 1-4094, 4094, true",
        "number 1-4094, 0, false",
        "number 1-4094, 4095, false",
        "number 1-4094, 007, false",
        "number 1-4094, -5, false",
        "number 1-4094, 99999999999999999999, false",
        "vlans, '2,40,60', true",
        "vlans, 40, true",
        "vlans, '40,', false",
        "vlans, '40,4095', false",
        "tcp|udp, tcp, true",
        "tcp|udp, tcp|udp, false",
        "word, brn-gw-a, true",
        "word, gate;reader, false",
        "text, anything at all, true"
    })
    void acceptsExactlyWhatItShould(String type, String word, boolean accepted) {
        assertThat(FormWords.word("<" + type + ">").accepts(word))
                .as("<%s> and %s", type, word)
                .isEqualTo(accepted);
    }

    @Test
    void aPlainWordStandsForItself() {
        WordType literal = FormWords.word("address");
        assertThat(literal.accepts("address")).isTrue();
        assertThat(literal.accepts("adress")).isFalse();
        assertThat(literal.expectation()).isEqualTo("\"address\"");
    }

    @Test
    void longWordsAndTextsAreBounded() {
        assertThat(FormWords.word("<word>").accepts("a".repeat(64))).isFalse();
        assertThat(FormWords.word("<text 200>").accepts("a".repeat(201))).isFalse();
        assertThat(FormWords.word("<text>").accepts(" ")).isFalse();
    }

    @Test
    void anUnknownKindIsRefusedWithTheKnownOnes() {
        assertThatThrownBy(() -> FormWords.word("<tide>"))
                .isInstanceOf(ProfileException.class)
                .hasMessageContaining("<tide>")
                .hasMessageContaining("prefix");
    }
}
