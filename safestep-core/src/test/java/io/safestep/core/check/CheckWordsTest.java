package io.safestep.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.check.definition.Beforehand;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.check.definition.Expectation;
import io.safestep.core.check.definition.Extraction;
import io.safestep.core.check.definition.Extraction.Kind;
import io.safestep.core.check.definition.Look;
import io.safestep.core.check.definition.LookKind;
import io.safestep.core.check.definition.Severity;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;

class CheckWordsTest {

    private static final UnaryOperator<String> TITLES = read -> read.equals("neighbours") ? "Neighbours" : "?" + read;

    private static CheckDefinition check(String name, Look look) {
        return new CheckDefinition(
                name,
                look,
                Extraction.rows(),
                Expectation.SAME_AS_BEFORE,
                null,
                Beforehand.ANY,
                null,
                10,
                2,
                0,
                Severity.FAIL,
                List.of());
    }

    private static CheckDefinition expecting(
            Expectation expectation, String value, Beforehand before, Integer notYetUntil, Severity severity) {
        return new CheckDefinition(
                null,
                Look.read("neighbours", Map.of()),
                Extraction.rows(),
                expectation,
                value,
                before,
                notYetUntil,
                10,
                2,
                0,
                severity,
                List.of());
    }

    private static String expected(Expectation expectation, String value) {
        return CheckWords.expected(expecting(expectation, value, Beforehand.ANY, null, Severity.FAIL));
    }

    @Test
    void aCheckIsCalledByItsNameOrByWhatItLooksAt() {
        Look neighbours = Look.read("neighbours", Map.of());
        assertThat(CheckWords.title(check("Both neighbours", neighbours), TITLES))
                .isEqualTo("Both neighbours");
        assertThat(CheckWords.title(check(" ", neighbours), TITLES)).isEqualTo("Neighbours");
        assertThat(CheckWords.title(check(null, neighbours), TITLES)).isEqualTo("Neighbours");
        assertThat(CheckWords.title(check(null, Look.read("ping", Map.of("address", "10.77.8.20"))), TITLES))
                .isEqualTo("?ping to 10.77.8.20");
        assertThat(CheckWords.title(
                        check(
                                null,
                                Look.read(
                                        "ping", Map.of("address", "10.77.8.20", "port", "443", "source", "10.77.2.1"))),
                        TITLES))
                .isEqualTo("?ping to 10.77.8.20 port 443 from 10.77.2.1");
    }

    @Test
    void aProbeIsCalledByWhatItTriesAndAQuestionByItself() {
        Look reached = new Look(LookKind.TCP, null, Map.of("address", "10.77.8.20", "port", "443"), "ops-co-a", null);
        assertThat(CheckWords.title(check(null, reached), TITLES))
                .isEqualTo(LookKind.TCP.title() + " to 10.77.8.20 port 443, seen from ops-co-a");
        Look question = new Look(LookKind.CONFIRM, null, Map.of(), null, "Do the gates open?");
        assertThat(CheckWords.title(check(null, question), TITLES)).isEqualTo("Do the gates open?");
    }

    @Test
    void whatIsExpectedIsSaidWithItsValue() {
        assertThat(expected(Expectation.SAME_AS_BEFORE, null)).isEqualTo("same as before");
        assertThat(expected(Expectation.AT_LEAST, " 4 ")).isEqualTo("at least 4");
        assertThat(expected(Expectation.WITHIN_SHARE, "5")).isEqualTo("within 5 % of before");
        assertThat(expected(Expectation.ABSENT, "10.77.40.2")).isEqualTo("has no 10.77.40.2");
    }

    @Test
    void rowsOfAValueStandInOneLine() {
        assertThat(CheckWords.expected(expecting(
                        Expectation.EQUALS, "10.77.40.2 \n  10.77.40.3\n", Beforehand.ANY, null, Severity.FAIL)))
                .contains("10.77.40.2, 10.77.40.3")
                .doesNotContain("\n");
    }

    @Test
    void conditionsFollowTheExpectation() {
        assertThat(CheckWords.expected(expecting(Expectation.REACHABLE, null, Beforehand.FAILS, 1042, Severity.WARN)))
                .isEqualTo("answers, fails before, not yet until CR-1042, only warns");
    }

    @Test
    void aLineForTextsHoldsAllOfIt() {
        CheckDefinition check = new CheckDefinition(
                null,
                Look.read("neighbours", Map.of()),
                new Extraction(Kind.PATTERN, "up", List.of(), null, List.of(), false),
                Expectation.AT_LEAST,
                "2",
                Beforehand.ANY,
                null,
                30,
                2,
                40,
                Severity.FAIL,
                List.of("brn-gw-a", "brn-gw-b"));
        assertThat(CheckWords.line(check, TITLES))
                .isEqualTo("Neighbours, by pattern: at least 2, within 30 s, stays so for 40 s"
                        + " (on brn-gw-a, brn-gw-b)");
        assertThat(CheckWords.line(check("Both", Look.read("neighbours", Map.of())), TITLES))
                .isEqualTo("Both: same as before, within 10 s");
    }
}
