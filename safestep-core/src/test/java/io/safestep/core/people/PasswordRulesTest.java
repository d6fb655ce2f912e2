package io.safestep.core.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PasswordRulesTest {

    private static final List<String> ABOUT = List.of("roake", "Robin Oakenshield", "r.oake@tallow.example");

    private static String problem(String password) {
        return PasswordRules.problem(password, ABOUT, false);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "grey mule on pier",
                "                 x yzzy plugh",
                "korrekte-tasse-löffel",
                "ヨットが港に戻るまで待つことにする",
                "9f2k0c7v1m8x3z6q",
                "my gateway hums at night",
            })
    void whatIsLongAndOwnIsTaken(String password) {
        assertThat(problem(password)).isNull();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "passwordpassword",
                "Password12345678",
                "password-password-password",
                "aaaaaaaaaaaaaaaaaaaa",
                "abcabcabcabcabcabc",
                "123456789012345678",
                "qwertyuiopasdfghjkl",
                "poiuytrewqlkjhgfdsa",
                "1qaz2wsx3edc4rfv",
                "adminadminadmin1",
                "changeme-changeme",
                "Summer2026Summer2026",
                "correct horse battery staple",
            })
    void whatIsTriedFirstIsNot(String password) {
        assertThat(problem(password)).startsWith("This is one of the passwords that are tried first.");
    }

    @ParameterizedTest
    @ValueSource(strings = {"Robin Oakenshield", "roake-safestep-1", "r.oake@tallow.example", "SAFESTEP-safe-step-7"})
    void whatAnybodyWouldGuessOfThisPersonIsNot(String password) {
        assertThat(problem(password))
                .isEqualTo("This holds little more than your name, which anybody would try first.");
    }

    @Test
    void theLengthIsCountedInCharactersThatPeopleSee() {
        assertThat(problem("grey mule pier")).as("fourteen").startsWith("Use at least 15 characters");
        assertThat(problem("grey mule piers")).as("fifteen").isNull();
        assertThat(PasswordRules.problem("grey mul", ABOUT, true))
                .as("with a second factor")
                .isNull();
        assertThat(PasswordRules.problem("grey mu", ABOUT, true)).startsWith("Use at least 8 characters");
        assertThat(problem("🐟🦀🐙🦑🐡🐠🐬🐳🦈🐋🦭🐧🦆🦢"))
                .as("fourteen of two units each")
                .startsWith("Use at least 15");
    }

    @Test
    void aPasswordHasAnEnd() {
        String long200 = "grey mule on pier ".repeat(12).substring(0, 199) + "!";
        assertThat(problem(long200)).isNull();
        assertThat(problem(long200 + "!")).isEqualTo("Use at most 200 characters.");
    }

    @Test
    void theSameLettersFromAnotherKeyboardAreTheSamePassword() {
        assertThat(PasswordRules.normal("lo\u0308ffel")).isEqualTo(PasswordRules.normal("l\u00f6ffel"));
        assertThat(PasswordRules.normal("\uff50\uff49\uff45\uff52"))
                .as("wide letters")
                .isEqualTo("pier");
    }
}
