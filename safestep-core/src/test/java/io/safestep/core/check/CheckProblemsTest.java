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
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class CheckProblemsTest {

    private static final Look NEIGHBOURS = Look.read("neighbours", Map.of());

    private static CheckDefinition check(Look look, Extraction extraction, Expectation expectation, String value) {
        return new CheckDefinition(
                null, look, extraction, expectation, value, Beforehand.ANY, null, 10, 2, Severity.FAIL, List.of());
    }

    private static Extraction by(Kind kind, String expression) {
        return new Extraction(kind, expression, List.of(), null, List.of(), false);
    }

    private static CheckDefinition timed(int settle, int every, Beforehand before, Integer until) {
        return new CheckDefinition(
                null,
                NEIGHBOURS,
                Extraction.rows(),
                Expectation.SAME_AS_BEFORE,
                null,
                before,
                until,
                settle,
                every,
                Severity.FAIL,
                List.of());
    }

    private static CheckDefinition look(LookKind kind, Map<String, String> arguments, Expectation expectation) {
        return check(new Look(kind, null, arguments, null, null), Extraction.rows(), expectation, null);
    }

    static Stream<Arguments> wrong() {
        Extraction rows = Extraction.rows();
        return Stream.of(
                Arguments.of(check(Look.read("", Map.of()), rows, Expectation.SAME_AS_BEFORE, null), "read"),
                Arguments.of(check(NEIGHBOURS, rows, Expectation.CONTAINS, " "), "value"),
                Arguments.of(check(NEIGHBOURS, rows, Expectation.AT_LEAST, "many"), "value"),
                Arguments.of(check(NEIGHBOURS, rows, Expectation.WITHIN_SHARE, "-5"), "value"),
                Arguments.of(check(NEIGHBOURS, rows, Expectation.CONFIRMED, null), "expectation"),
                Arguments.of(check(NEIGHBOURS, by(Kind.COLUMNS, null), Expectation.SAME_AS_BEFORE, null), "columns"),
                Arguments.of(
                        check(NEIGHBOURS, by(Kind.PATTERN, "(open"), Expectation.SAME_AS_BEFORE, null), "expression"),
                Arguments.of(check(NEIGHBOURS, by(Kind.PATH, "//["), Expectation.SAME_AS_BEFORE, null), "expression"),
                Arguments.of(check(NEIGHBOURS, by(Kind.PATH, "$["), Expectation.SAME_AS_BEFORE, null), "expression"),
                Arguments.of(
                        check(NEIGHBOURS, by(Kind.PATH, "$.a[?(@.b =~ /(x+)+y/)]"), Expectation.SAME_AS_BEFORE, null),
                        "expression"),
                Arguments.of(check(NEIGHBOURS, by(Kind.ROWS, "x"), Expectation.SAME_AS_BEFORE, null), "expression"),
                Arguments.of(
                        check(
                                NEIGHBOURS,
                                new Extraction(Kind.ROWS, null, List.of(), "(", List.of(), false),
                                Expectation.SAME_AS_BEFORE,
                                null),
                        "only"),
                Arguments.of(
                        check(
                                NEIGHBOURS,
                                new Extraction(Kind.ROWS, null, List.of(), null, List.of("["), false),
                                Expectation.SAME_AS_BEFORE,
                                null),
                        "masked"),
                Arguments.of(look(LookKind.TCP, Map.of("port", "22"), Expectation.REACHABLE), "address"),
                Arguments.of(
                        look(LookKind.TCP, Map.of("address", "10.77.0.1", "port", "70000"), Expectation.REACHABLE),
                        "port"),
                Arguments.of(
                        look(LookKind.TCP, Map.of("address", "one", "port", "22"), Expectation.REACHABLE), "address"),
                Arguments.of(
                        look(LookKind.TCP, Map.of("address", "127.0.0.1", "port", "22"), Expectation.REACHABLE),
                        "address"),
                Arguments.of(look(LookKind.LOG, Map.of(), Expectation.SAME_AS_BEFORE), "expectation"),
                Arguments.of(look(LookKind.REACHABLE, Map.of(), Expectation.SAME_AS_BEFORE), "expectation"),
                Arguments.of(look(LookKind.CONFIRM, Map.of(), Expectation.CONFIRMED), "question"),
                Arguments.of(timed(601, 2, Beforehand.ANY, null), "settleSeconds"),
                Arguments.of(timed(10, 0, Beforehand.ANY, null), "everySeconds"),
                Arguments.of(timed(10, 2, Beforehand.FAILS, null), "before"),
                Arguments.of(timed(10, 2, Beforehand.FAILS, 1004), "notYetUntil"));
    }

    @ParameterizedTest
    @MethodSource("wrong")
    void whatIsWrongIsNamedWithItsField(CheckDefinition check, String field) {
        assertThat(CheckProblems.of(check)).extracting(CheckProblem::field).contains(field);
        assertThat(CheckProblems.of(check))
                .allSatisfy(p -> assertThat(p.sentence()).endsWith("."));
    }

    @Test
    void whatIsRightHasNone() {
        assertThat(CheckProblems.of(check(NEIGHBOURS, Extraction.rows(), Expectation.SAME_AS_BEFORE, null)))
                .isEmpty();
        assertThat(CheckProblems.of(
                        look(LookKind.TCP, Map.of("address", "10.77.0.1", "port", "22"), Expectation.REACHABLE)))
                .isEmpty();
        assertThat(CheckProblems.of(
                        check(NEIGHBOURS, by(Kind.PATH, "$..neighbour[*].state"), Expectation.SAME_AS_BEFORE, null)))
                .isEmpty();
    }

    @Test
    void itIsSaidInWords() {
        CheckDefinition ping = CheckDefinition.reading("ping", "10.77.8.20", Expectation.REACHABLE, null, 20)
                .on(List.of("ald-gw-a"));
        assertThat(CheckWords.line(ping, name -> "Ping from the device"))
                .isEqualTo("Ping from the device to 10.77.8.20: answers, within 20 s (on ald-gw-a)");
        assertThat(CheckWords.expected(check(NEIGHBOURS, Extraction.rows(), Expectation.EQUALS, "a\n  b")))
                .isEqualTo("exactly a, b");
    }

    private static boolean accepted(CheckDefinition check, String field) {
        return CheckProblems.of(check).stream().noneMatch(p -> p.field().equals(field));
    }

    @Test
    void timesAreTakenUpToTheirBoundsAndNoFurther() {
        assertThat(accepted(timed(0, 1, Beforehand.ANY, null), "settleSeconds")).isTrue();
        assertThat(accepted(timed(-1, 1, Beforehand.ANY, null), "settleSeconds"))
                .isFalse();
        assertThat(accepted(timed(600, 60, Beforehand.ANY, null), "settleSeconds"))
                .isTrue();
        assertThat(accepted(timed(601, 60, Beforehand.ANY, null), "settleSeconds"))
                .isFalse();
        assertThat(accepted(timed(10, 60, Beforehand.ANY, null), "everySeconds"))
                .isTrue();
        assertThat(accepted(timed(10, 61, Beforehand.ANY, null), "everySeconds"))
                .isFalse();
        assertThat(accepted(timed(10, 0, Beforehand.ANY, null), "everySeconds")).isFalse();
        CheckDefinition usual = timed(10, 2, Beforehand.ANY, null);
        assertThat(accepted(usual.staying(0), "staysSeconds")).isTrue();
        assertThat(accepted(usual.staying(-1), "staysSeconds")).isFalse();
        assertThat(accepted(usual.staying(1_000_000), "staysSeconds")).isFalse();
    }

    @Test
    void portsAreTakenUpToTheirBounds() {
        for (String port : List.of("1", "65535")) {
            assertThat(accepted(
                            look(LookKind.TCP, Map.of("address", "10.77.0.1", "port", port), Expectation.REACHABLE),
                            "port"))
                    .as(port)
                    .isTrue();
        }
        for (String port : List.of("0", "65536", "ssh", "123456")) {
            assertThat(accepted(
                            look(LookKind.TCP, Map.of("address", "10.77.0.1", "port", port), Expectation.REACHABLE),
                            "port"))
                    .as(port)
                    .isFalse();
        }
        assertThat(accepted(look(LookKind.TCP, Map.of("address", "10.77.0.1"), Expectation.REACHABLE), "port"))
                .isFalse();
    }

    @Test
    void whatIsLeftOutOfAnExtractionIsAskedFor() {
        assertThat(accepted(check(NEIGHBOURS, by(Kind.PATTERN, " "), Expectation.SAME_AS_BEFORE, null), "expression"))
                .isFalse();
        assertThat(accepted(check(NEIGHBOURS, by(Kind.PATH, null), Expectation.SAME_AS_BEFORE, null), "expression"))
                .isFalse();
        Extraction blankColumn = new Extraction(Kind.COLUMNS, null, List.of("state", " "), null, List.of(), false);
        assertThat(accepted(check(NEIGHBOURS, blankColumn, Expectation.SAME_AS_BEFORE, null), "columns"))
                .isFalse();
        Extraction columns = new Extraction(Kind.COLUMNS, null, List.of("state"), null, List.of(), false);
        assertThat(accepted(check(NEIGHBOURS, columns, Expectation.SAME_AS_BEFORE, null), "columns"))
                .isTrue();
    }
}
