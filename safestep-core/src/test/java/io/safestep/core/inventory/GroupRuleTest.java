package io.safestep.core.inventory;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import java.util.Set;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Which devices a rule holds. */
class GroupRuleTest {

    private static final DeviceTraits SWITCH =
            new DeviceTraits("brn-ac-1", "Brinehaven", "access", "corvane-cli", Set.of("cameras", "pier"));

    private static GroupRule rule(Set<String> sites, Set<String> roles, String name, Set<String> labels) {
        return new GroupRule(sites, roles, Set.of(), name == null ? null : new NamePattern(name), labels);
    }

    @Test
    void everyConditionHasToHold() {
        assertThat(rule(Set.of("Brinehaven"), Set.of("access"), "brn-*", Set.of("pier"))
                        .holds(SWITCH))
                .isTrue();
        assertThat(rule(Set.of("Brinehaven"), Set.of("edge"), null, Set.of()).holds(SWITCH))
                .isFalse();
        assertThat(rule(Set.of("Dunmarsh", "Brinehaven"), Set.of(), null, Set.of())
                        .holds(SWITCH))
                .as("one of the sites is enough")
                .isTrue();
        assertThat(rule(Set.of(), Set.of(), null, Set.of("pier", "kiosks")).holds(SWITCH))
                .as("all labels are needed")
                .isFalse();
    }

    @Test
    void aRuleThatAsksNothingIsEmptyAndHoldsEverything() {
        GroupRule nothing = rule(Set.of(), Set.of(), null, Set.of());
        assertThat(nothing.isEmpty()).isTrue();
        assertThat(nothing.holds(SWITCH)).isTrue();
        assertThat(rule(Set.of(), Set.of(), "*", Set.of()).isEmpty()).isFalse();
    }

    @Test
    void aRuleReadsAsASentence() {
        assertThat(rule(Set.of("Dunmarsh", "Brinehaven"), Set.of("access"), "*-ac-*", Set.of("pier", "cameras"))
                        .inWords())
                .isEqualTo("site Brinehaven or Dunmarsh, role access, name *-ac-*, label cameras and pier");
    }

    /** Against the regular expressions of the Java platform, on short names in which much repeats. */
    @Test
    void aNamePatternFitsWhatTheSameRegularExpressionFits() {
        long seed = 20260412;
        Random random = new Random(seed);
        for (int i = 0; i < 20_000; i++) {
            String pattern = word(random, "ab*?");
            String name = word(random, "abA");
            String expression = pattern.replace("*", ".*").replace("?", ".");
            boolean expected = Pattern.compile(expression, Pattern.CASE_INSENSITIVE)
                    .matcher(name)
                    .matches();
            assertThat(new NamePattern(pattern).fits(name))
                    .as("seed %d, case %d: pattern %s, name %s", seed, i, pattern, name)
                    .isEqualTo(expected);
        }
    }

    private static String word(Random random, String letters) {
        StringBuilder word = new StringBuilder();
        int length = random.nextInt(7);
        for (int i = 0; i < length; i++) {
            word.append(letters.charAt(random.nextInt(letters.length())));
        }
        return word.toString();
    }

    @Test
    void aPatternThatIsMadeToTakeLongDoesNot() {
        assertThat(new NamePattern("*a".repeat(100) + "b").fits("a".repeat(5_000)))
                .isFalse();
    }
}
