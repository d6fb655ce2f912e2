package io.safestep.app.sight;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.app.problem.ProblemException;
import io.safestep.core.people.DeviceSet;
import io.safestep.core.people.Scope;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class SightTest {

    private static final Sight LOCAL = new Sight(
            "tculver",
            new Scope(DeviceSet.of(Set.of(5L), Set.of()), DeviceSet.of(Set.of(5L), Set.of())),
            Set.of("dun-gw-a", "dun-gw-b", "dun-ac-1"),
            Set.of("brn-gw-a", "brn-gw-a-2", "ops.core_1"),
            Set.of("dun-ac-1"),
            Map.of(5L, "Dunmarsh"),
            Map.of());

    @Test
    void sentencesLoseTheNamesOfDevicesOutside() {
        assertThat(LOCAL.told("10.77.5.1 is the address of brn-gw-a."))
                .isEqualTo("10.77.5.1 is the address of a device outside your scope.");
        assertThat(LOCAL.told("brn-gw-a-2, dun-gw-a and ops.core_1: look"))
                .isEqualTo("a device outside your scope, dun-gw-a and a device outside your scope: look");
        assertThat(LOCAL.told("brn-gw-ab stays, and so does brn-gw")).isEqualTo("brn-gw-ab stays, and so does brn-gw");
        assertThat(LOCAL.told("costs $1 \\ 2 (brn-gw-a)")).isEqualTo("costs $1 \\ 2 (a device outside your scope)");
        assertThat(LOCAL.toldOrNull(null)).isNull();
        assertThat(Sight.everything("roake").told("brn-gw-a fails.")).isEqualTo("brn-gw-a fails.");
    }

    @Test
    void namesAreKnownHoweverTheyAreWritten() {
        assertThat(LOCAL.told("BRN-GW-A and Brn-Gw-A-2; DUN-GW-A stays"))
                .isEqualTo("a device outside your scope and a device outside your scope; DUN-GW-A stays");
    }

    /** Whatever stands around a name, it is gone, and every other word stays. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void noSentenceKeepsANameAndNoneLosesAnotherWord(int seed) {
        Random random = new Random(seed);
        List<String> hidden = List.of("brn-gw-a", "brn-gw-a-2", "ops.core_1");
        List<String> others =
                List.of("dun-gw-a", "10.77.40.2", "vlan", "40", "brn", "gw-a", "$1", "\\", "a.b-c", "CR-1002");
        List<String> around = List.of(" ", ", ", ". ", ": ", " (", ") ", "/", "'s ", "\n", "“", "” ", "; ", " - ", "=");
        StringBuilder sentence = new StringBuilder();
        StringBuilder expected = new StringBuilder();
        for (int i = 0; i < 12; i++) {
            boolean hides = random.nextInt(3) == 0;
            List<String> from = hides ? hidden : others;
            String word = from.get(random.nextInt(from.size()));
            String after = around.get(random.nextInt(around.size()));
            sentence.append(hides && random.nextBoolean() ? word.toUpperCase(Locale.ROOT) : word)
                    .append(after);
            expected.append(hides ? "a device outside your scope" : word).append(after);
        }
        assertThat(LOCAL.told(sentence.toString()))
                .as("seed %d: %s", seed, sentence)
                .isEqualTo(expected.toString());
    }

    private static IntStream seeds() {
        return IntStream.range(0, 200);
    }

    @Test
    void whoSeesSomeActsOnFewer() {
        assertThat(LOCAL.reads("dun-gw-a")).isTrue();
        assertThat(LOCAL.acts("dun-gw-a")).isFalse();
        assertThat(LOCAL.acts("dun-ac-1")).isTrue();
        assertThat(LOCAL.reads("never-heard-of"))
                .as("what nobody knows is not seen")
                .isFalse();
        assertThat(LOCAL.hides("never-heard-of")).isFalse();
        assertThat(LOCAL.seen(List.of("brn-gw-a", "dun-gw-b"))).containsExactly("dun-gw-b");
        assertThat(LOCAL.actedNames()).containsExactly("dun-ac-1");
        assertThat(LOCAL.knowsSite(5)).isTrue();
        assertThat(LOCAL.knowsSite("Brinehaven")).isFalse();
        assertThat(LOCAL.knowsGroup(1)).isFalse();
    }

    @Test
    void refusalsSayWhatIsSeenAndHideWhatIsNot() {
        assertThatThrownBy(() -> LOCAL.mustAct(List.of("dun-gw-b", "dun-gw-a")))
                .isInstanceOf(ProblemException.class)
                .hasMessage("dun-gw-a, dun-gw-b are not among the devices on which you may act."
                        + " Ask somebody whose scope holds them.");
        String hidden = refusal("brn-gw-a");
        String unknown = refusal("xyz-gw-a");
        assertThat(hidden.replace("brn-gw-a", "")).isEqualTo(unknown.replace("xyz-gw-a", ""));
        assertThatThrownBy(() -> LOCAL.mustActOnEverything("A window"))
                .hasMessage("A window holds for all devices, and your scope is some of them."
                        + " Ask somebody whose scope is all devices.");
        Sight everything = Sight.everything("roake");
        everything.mustActOnEverything("A window");
        everything.mustAct(List.of("brn-gw-a", "xyz-gw-a"));
    }

    private static String refusal(String device) {
        try {
            LOCAL.mustAct(device);
            throw new AssertionError(device + " was not refused");
        } catch (ProblemException e) {
            return e.getMessage();
        }
    }
}
