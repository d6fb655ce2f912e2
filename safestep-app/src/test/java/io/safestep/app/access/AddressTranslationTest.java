package io.safestep.app.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;

class AddressTranslationTest {

    @Test
    void leadingPartsAreReplacedWhole() {
        AddressTranslation translation = new AddressTranslation("10.77=127.77, 10.78.1=127.78.1");
        assertThat(translation.reached("10.77.2.34")).isEqualTo("127.77.2.34");
        assertThat(translation.reached("10.78.1.9")).isEqualTo("127.78.1.9");
        assertThat(translation.reached("10.78.2.9")).isEqualTo("10.78.2.9");
        assertThat(translation.reached("10.770.2.34")).isEqualTo("10.770.2.34");
    }

    @Test
    void withoutPairsNothingIsTranslated() {
        assertThat(new AddressTranslation("").reached("10.77.2.34")).isEqualTo("10.77.2.34");
    }

    @Test
    void aPairThatIsNoneIsRefused() {
        assertThatThrownBy(() -> new AddressTranslation("10.77"))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("10.77=127.77");
    }
}
