package io.safestep.core.search;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class ConfigurationIndexTest {

    private final ConfigurationIndex index = new ConfigurationIndex();

    private void fill() {
        index.put("one", """
                hostname one
                time-server 10.77.8.20
                interface port 1
                  description to two
                  ospf
                    cost 10
                """);
        index.put("two", """
                hostname two
                time-server 10.77.8.21
                interface port 2
                  description to one
                """);
    }

    @Test
    void aLineIsFoundWithThePathOfItsParents() {
        fill();
        ConfigurationIndex.Found found = index.find(LineQuery.text("COST"), List.of("one", "two"), 10);
        assertThat(found.hits())
                .containsExactly(new ConfigurationIndex.Hit("one", 6, List.of("interface port 1", "ospf"), "cost 10"));
        assertThat(found.holding()).containsExactly("one");
    }

    @Test
    void parentsThatStandBesideTheWayAreNotInThePath() {
        index.put("three", """
                a
                  b
                    c
                  d
                    e
                """);
        assertThat(index.find(LineQuery.text("e"), List.of("three"), 1)
                        .hits()
                        .get(0)
                        .path())
                .containsExactly("a", "d");
    }

    @Test
    void patternsAreFoundInTheMiddleOfALineAndCaseDoesNotCount() {
        fill();
        assertThat(index.find(LineQuery.pattern("TO (one|three)$"), List.of("one", "two"), 10)
                        .hits())
                .extracting(ConfigurationIndex.Hit::key)
                .containsExactly("two");
        assertThatThrownBy(() -> LineQuery.pattern("port ("))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("\"port (\" is not a pattern");
    }

    @Test
    void theCountIsThatOfAllLinesHoweverFewAreWanted() {
        fill();
        ConfigurationIndex.Found found = index.find(LineQuery.text("10.77"), List.of("two", "one"), 1);
        assertThat(found.hits()).extracting(ConfigurationIndex.Hit::key).containsExactly("two");
        assertThat(found.lines()).isEqualTo(2);
        assertThat(found.holding()).containsExactly("two", "one");
    }

    @Test
    void onlyWhatIsAskedForIsLookedAtAndWhatIsForgottenIsMissing() {
        fill();
        assertThat(index.find(LineQuery.text("hostname"), List.of("two", "nobody"), 10)
                        .holding())
                .containsExactly("two");
        assertThat(index.missing(List.of("one", "nobody", "nobody"))).containsExactly("nobody");
        index.retain(Set.of("two"));
        assertThat(index.missing(List.of("one", "two"))).containsExactly("one");
    }

    @Test
    void alwaysTheSameAsLookingAtEveryLine() {
        for (long seed = 1; seed <= 200; seed++) {
            Random random = new Random(seed);
            ConfigurationIndex generated = new ConfigurationIndex();
            List<String> keys = new ArrayList<>();
            List<List<String>> texts = new ArrayList<>();
            for (int c = 0; c < 1 + random.nextInt(6); c++) {
                List<String> text = new ArrayList<>();
                for (int i = 0; i < random.nextInt(40); i++) {
                    text.add("  ".repeat(random.nextInt(3)) + "word" + random.nextInt(12) + " Value"
                            + random.nextInt(4));
                }
                keys.add("c" + c);
                texts.add(text);
                generated.put("c" + c, String.join("\n", text));
            }
            String wanted = "d" + random.nextInt(12) + " v";
            List<String> expected = new ArrayList<>();
            for (int c = 0; c < keys.size(); c++) {
                for (int i = 0; i < texts.get(c).size(); i++) {
                    if (texts.get(c).get(i).toLowerCase(Locale.ROOT).contains(wanted)) {
                        expected.add(keys.get(c) + ":" + (i + 1) + ":"
                                + texts.get(c).get(i).strip());
                    }
                }
            }
            assertThat(generated.find(LineQuery.text(wanted), keys, 1_000).hits())
                    .as("seed %d, looking for \"%s\"", seed, wanted)
                    .extracting(h -> h.key() + ":" + h.number() + ":" + h.line())
                    .isEqualTo(expected);
        }
    }
}
