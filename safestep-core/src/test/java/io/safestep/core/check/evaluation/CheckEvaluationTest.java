package io.safestep.core.check.evaluation;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.check.CheckProblems;
import io.safestep.core.check.definition.Beforehand;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.check.definition.Expectation;
import io.safestep.core.check.definition.Extraction;
import io.safestep.core.check.definition.Look;
import io.safestep.core.check.definition.LookKind;
import io.safestep.core.check.definition.Severity;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class CheckEvaluationTest {

    private static final Observation TWO_FULL = new Observation(List.of("10.77.0.1\tfull", "10.77.2.2\tfull"));
    private static final Observation ONE_FULL = new Observation(List.of("10.77.2.2\tfull"));

    private static CheckDefinition expecting(Expectation expectation, String value) {
        return CheckDefinition.reading("neighbours", null, expectation, value, 10);
    }

    private static CheckDefinition with(CheckDefinition c, Beforehand before, Integer until, Severity severity) {
        return new CheckDefinition(
                c.name(),
                c.look(),
                c.extraction(),
                c.expectation(),
                c.value(),
                before,
                until,
                c.settleSeconds(),
                c.everySeconds(),
                severity,
                c.devices());
    }

    private static CheckVerdict after(CheckDefinition check, Observation before, Observation after) {
        return CheckEvaluation.after(check, before, after, false);
    }

    @Test
    void sameAsBeforeNamesWhatIsGone() {
        CheckDefinition check = expecting(Expectation.SAME_AS_BEFORE, null);
        assertThat(after(check, TWO_FULL, TWO_FULL).passed()).isTrue();
        assertThat(after(check, TWO_FULL, ONE_FULL))
                .isEqualTo(new CheckVerdict(CheckOutcome.FAILED, "gone: 10.77.0.1 full"));
        assertThat(after(check, ONE_FULL, TWO_FULL).words()).isEqualTo("new: 10.77.0.1 full");
    }

    @Test
    void manyDifferencesAreCountedAndNotHidden() {
        List<String> many = new ArrayList<>();
        for (int i = 1; i <= 9; i++) {
            many.add("10.77.0." + i + "\tfull");
        }
        assertThat(after(expecting(Expectation.SAME_AS_BEFORE, null), new Observation(many), ONE_FULL)
                        .words())
                .contains("gone: 10.77.0.1 full", "gone: 6 more", "new: 10.77.2.2 full");
    }

    @Test
    void withoutALookBeforeNothingIsTheSame() {
        assertThat(after(expecting(Expectation.SAME_AS_BEFORE, null), null, ONE_FULL))
                .isEqualTo(new CheckVerdict(CheckOutcome.FAILED, "what was there before is not known"));
    }

    @Test
    void presenceIsOfWholeWords() {
        Observation routes = new Observation(List.of("10.77.40.0/24\tdirect"));
        assertThat(after(expecting(Expectation.CONTAINS, "10.77.40.0/2"), routes, routes)
                        .passed())
                .isFalse();
        assertThat(after(expecting(Expectation.ABSENT, "10.77.40.0/24"), routes, routes)
                        .words())
                .isEqualTo("10.77.40.0/24 is still there");
    }

    @Test
    void equalsIsExactAndInAnyOrder() {
        CheckDefinition check = expecting(Expectation.EQUALS, "10.77.2.2 full\n10.77.0.1 full");
        assertThat(after(check, TWO_FULL, TWO_FULL).passed()).isTrue();
        assertThat(after(check, TWO_FULL, ONE_FULL).words()).isEqualTo("missing: 10.77.0.1 full");
        assertThat(after(expecting(Expectation.EQUALS, "10.77.2.2 full"), TWO_FULL, TWO_FULL)
                        .words())
                .isEqualTo("too much: 10.77.0.1 full");
    }

    @ParameterizedTest
    @CsvSource({"AT_LEAST, 2, false", "AT_LEAST, 1, true", "AT_MOST, 0, false", "AT_MOST, 1, true"})
    void rowsAreCounted(Expectation expectation, String value, boolean passes) {
        assertThat(after(expecting(expectation, value), TWO_FULL, ONE_FULL).passed())
                .isEqualTo(passes);
    }

    @Test
    void aShareIsOfWhatWasThereBefore() {
        CheckDefinition check = expecting(Expectation.WITHIN_SHARE, "50");
        assertThat(after(check, TWO_FULL, ONE_FULL).words()).isEqualTo("2 before, 1 now, 50.0 % fewer, 50 % allowed");
        assertThat(after(check, TWO_FULL, ONE_FULL).passed()).isTrue();
        assertThat(after(expecting(Expectation.WITHIN_SHARE, "49"), TWO_FULL, ONE_FULL)
                        .passed())
                .isFalse();
        Observation none = new Observation(List.of());
        assertThat(after(check, none, ONE_FULL).passed()).as("from nothing").isFalse();
        assertThat(after(check, none, none).passed()).isTrue();
    }

    @ParameterizedTest
    @CsvSource({
        "0 of 3, false",
        "0-of-3, false",
        "3-of-3, true",
        "no-answer, false",
        "1 of 3, true",
        "no answer within 3 s, false",
        "refused, false",
        "Refused, false",
        "0, false",
        "3, true",
        "0% packet loss, true",
        "0.0% packet loss, true",
        "66.6667% packet loss, true",
        "100% packet loss, false",
        "100.0% loss, false",
        "answers, true"
    })
    void whatAnswersIsToldFromWhatDoesNot(String said, boolean passes) {
        CheckDefinition ping = expecting(Expectation.REACHABLE, null);
        Observation found = new Observation(List.of("received\t" + said));
        assertThat(CheckEvaluation.before(ping, found).mayGoOn()).isEqualTo(passes);
        assertThat(after(ping, found, found).passed()).isEqualTo(passes);
        assertThat(CheckEvaluation.undone(ping, found, found).passed()).isEqualTo(passes);
    }

    @Test
    void failingBeforeIsAskedFor() {
        CheckDefinition check =
                with(expecting(Expectation.CONTAINS, "10.77.0.1"), Beforehand.FAILS, null, Severity.FAIL);
        assertThat(CheckEvaluation.before(check, ONE_FULL).words())
                .isEqualTo("fails before, as expected: 10.77.0.1 is not there");
        assertThat(CheckEvaluation.before(check, TWO_FULL).mayGoOn())
                .as("a check that passes anyway says nothing about the change")
                .isFalse();
        assertThat(after(check, ONE_FULL, TWO_FULL).passed()).isTrue();
        assertThat(after(check, ONE_FULL, ONE_FULL).passed()).isFalse();
    }

    @Test
    void anIntermediateStageMayBeIncomplete() {
        CheckDefinition check = with(expecting(Expectation.CONTAINS, "10.77.0.1"), Beforehand.ANY, 1007, Severity.FAIL);
        assertThat(CheckEvaluation.after(check, ONE_FULL, ONE_FULL, true))
                .isEqualTo(new CheckVerdict(CheckOutcome.NOT_YET, "10.77.0.1 is not there; not yet, until CR-1007"));
        assertThat(CheckEvaluation.after(check, ONE_FULL, ONE_FULL, false).outcome())
                .isEqualTo(CheckOutcome.FAILED);
        assertThat(CheckEvaluation.after(check, ONE_FULL, TWO_FULL, true).outcome())
                .isEqualTo(CheckOutcome.PASSED);
    }

    @Test
    void aWarningLetsTheRunGoOn() {
        CheckDefinition check = with(expecting(Expectation.AT_LEAST, "2"), Beforehand.ANY, null, Severity.WARN);
        CheckVerdict verdict = after(check, TWO_FULL, ONE_FULL);
        assertThat(verdict.outcome()).isEqualTo(CheckOutcome.WARNED);
        assertThat(verdict.mayGoOn()).isTrue();
        assertThat(CheckEvaluation.unseen(check, "it does not answer").outcome())
                .isEqualTo(CheckOutcome.WARNED);
    }

    @ParameterizedTest
    @EnumSource(Expectation.class)
    void whatCouldNotBeLookedAtNeverPasses(Expectation expectation) {
        assertThat(CheckEvaluation.unseen(expecting(expectation, "1"), "it does not answer"))
                .isEqualTo(new CheckVerdict(CheckOutcome.FAILED, "could not be looked at: it does not answer"));
    }

    @Test
    void aQuestionIsAnsweredByAPerson() {
        CheckDefinition check = new CheckDefinition(
                null,
                new Look(LookKind.CONFIRM, null, Map.of(), null, "Are the gate readers green?"),
                Extraction.rows(),
                Expectation.CONFIRMED,
                null,
                Beforehand.ANY,
                null,
                600,
                2,
                Severity.FAIL,
                List.of());
        assertThat(after(check, null, new Observation(List.of())).words()).isEqualTo("nobody has answered");
        assertThat(after(check, null, new Observation(List.of("yes\tby pquill")))
                        .passed())
                .isTrue();
        assertThat(after(check, null, new Observation(List.of("no\tby pquill: two are red")))
                        .passed())
                .isFalse();
        assertThat(CheckProblems.of(check)).isEmpty();
    }

    @Test
    void manyRowsAreCountedByTheirState() {
        assertThat(new Observation(List.of("a\tdirect", "b\tvia 10.77.1.1", "c\tvia 10.77.1.5")).summary())
                .isEqualTo("1 direct, 2 via a neighbour");
    }

    /** No look that finds the same rows in another order, and none twice, can change a verdict. */
    @Test
    void theOrderOfRowsDoesNotMatter() {
        for (long seed = 1; seed <= 300; seed++) {
            Random random = new Random(seed);
            List<String> rows = new ArrayList<>();
            for (int i = random.nextInt(8); i > 0; i--) {
                rows.add("10.77.0." + random.nextInt(6) + "\t" + (random.nextBoolean() ? "full" : "down"));
            }
            List<String> turned = new ArrayList<>(rows);
            java.util.Collections.shuffle(turned, random);
            for (Expectation e : Expectation.values()) {
                if (e == Expectation.CONFIRMED) {
                    continue;
                }
                CheckDefinition check = expecting(e, e.value() == Expectation.ValueKind.NUMBER ? "3" : "10.77.0.1");
                assertThat(after(check, new Observation(rows), new Observation(turned))
                                .outcome())
                        .as("seed %d, %s, %s", seed, e, rows)
                        .isEqualTo(after(check, new Observation(rows), new Observation(rows))
                                .outcome());
            }
        }
    }

    @Test
    void aPlainCheckIsUnderTheSealAsItAlwaysWas() {
        assertThat(CheckDefinition.reading("ping", "10.77.8.20", Expectation.REACHABLE, null, 6)
                        .sealed())
                .isEqualTo("ping\u001f10.77.8.20\u001fREACHABLE\u001fnull\u001f6");
    }

    /** Two checks that differ in anything have different texts under the seal. */
    @Test
    void everyPartIsUnderTheSeal() {
        List<CheckDefinition> all = new ArrayList<>();
        CheckDefinition plain = expecting(Expectation.CONTAINS, "a");
        all.add(plain);
        all.add(expecting(Expectation.CONTAINS, "a;1:b"));
        all.add(expecting(Expectation.ABSENT, "a"));
        all.add(plain.on(List.of("x")));
        all.add(plain.on(List.of("x", "y")));
        all.add(plain.on(List.of("x;1:y")));
        all.add(with(plain, Beforehand.FAILS, null, Severity.FAIL));
        all.add(with(plain, Beforehand.ANY, 1001, Severity.FAIL));
        all.add(with(plain, Beforehand.ANY, null, Severity.WARN));
        for (Extraction e : List.of(
                new Extraction(Extraction.Kind.TEXT, null, List.of(), null, List.of(), false),
                new Extraction(Extraction.Kind.ROWS, null, List.of(), null, List.of(), true),
                new Extraction(Extraction.Kind.ROWS, null, List.of(), "x", List.of(), false),
                new Extraction(Extraction.Kind.ROWS, null, List.of("x"), null, List.of(), false),
                new Extraction(Extraction.Kind.ROWS, null, List.of(), null, List.of("x"), false),
                new Extraction(Extraction.Kind.PATTERN, "x", List.of(), null, List.of(), false))) {
            all.add(new CheckDefinition(
                    null,
                    plain.look(),
                    e,
                    plain.expectation(),
                    "a",
                    Beforehand.ANY,
                    null,
                    10,
                    2,
                    Severity.FAIL,
                    List.of()));
        }
        for (Look look : List.of(
                Look.read("neighbours", Map.of("address", "10.77.0.1")),
                Look.read("neighbours", Map.of("source", "10.77.0.1")),
                Look.read("routes", Map.of()),
                plain.look().from("x"),
                Look.of(LookKind.SAVED))) {
            all.add(new CheckDefinition(
                    null,
                    look,
                    Extraction.rows(),
                    plain.expectation(),
                    "a",
                    Beforehand.ANY,
                    null,
                    10,
                    2,
                    Severity.FAIL,
                    List.of()));
        }
        Set<String> texts = new HashSet<>();
        all.forEach(c -> assertThat(texts.add(c.sealed())).as(c.toString()).isTrue());
    }

    private static CheckDefinition numbered(Expectation expectation, String value) {
        Extraction number =
                new Extraction(Extraction.Kind.PATTERN, "(?P<value>\\d+)", List.of(), null, List.of(), true);
        return new CheckDefinition(
                null,
                Look.read("neighbours", Map.of()),
                number,
                expectation,
                value,
                Beforehand.ANY,
                null,
                10,
                2,
                Severity.FAIL,
                List.of());
    }

    private static Observation row(String row) {
        return new Observation(List.of(row));
    }

    @Test
    void aNumberIsTheOneThatStandsThereAndNotHowManyRows() {
        assertThat(after(numbered(Expectation.AT_LEAST, "12"), null, row("routes\t12"))
                        .words())
                .isEqualTo("12 found, at least 12 expected");
        assertThat(after(numbered(Expectation.AT_LEAST, "12"), null, row("routes\t11"))
                        .passed())
                .isFalse();
        assertThat(after(numbered(Expectation.AT_MOST, "12"), null, row("12")).passed())
                .isTrue();
        assertThat(after(numbered(Expectation.AT_MOST, "12"), null, row("13")).words())
                .isEqualTo("13 found, at most 12 expected");
        assertThat(after(numbered(Expectation.AT_LEAST, "1"), null, row("routes\tmany"))
                        .words())
                .isEqualTo("no single number was found, but routes many");
        assertThat(after(numbered(Expectation.AT_LEAST, "1"), null, TWO_FULL).passed())
                .isFalse();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "100 | 110 | 10 | true  | 100 before, 110 now, 10.0 % more, 10 % allowed",
                "100 | 111 | 10 | false | 100 before, 111 now, 11.0 % more, 10 % allowed",
                "100 | 90  | 10 | true  | 100 before, 90 now, 10.0 % fewer, 10 % allowed",
                "100 | 100 | 0  | true  | 100 before, 100 now, 0 % allowed",
                "0   | 1   | 50 | false | 0 before, 1 now, 50 % allowed",
                "0   | 0   | 50 | true  | 0 before, 0 now, 50 % allowed"
            })
    void aShareIsOfWhatWasThereBefore(long was, long is, String share, boolean passes, String words) {
        CheckVerdict verdict =
                after(numbered(Expectation.WITHIN_SHARE, share), row("routes\t" + was), row("routes\t" + is));
        assertThat(verdict.words()).isEqualTo(words);
        assertThat(verdict.passed()).isEqualTo(passes);
    }

    @Test
    void aShareOfNothingThatIsKnownIsNotKept() {
        CheckDefinition check = numbered(Expectation.WITHIN_SHARE, "10");
        assertThat(after(check, null, row("routes\t5")).words()).isEqualTo("no number was found to compare: routes 5");
        assertThat(after(check, row("routes\tmany"), row("routes\t5")).passed()).isFalse();
        assertThat(after(check, row("routes\t5"), row("routes\tmany")).passed()).isFalse();
    }

    @Test
    void whatAnswersIsReachableAndWhatSaysThatItDoesNotIsNot() {
        CheckDefinition ping = expecting(Expectation.REACHABLE, null);
        assertThat(after(ping, null, new Observation(List.of())).words()).isEqualTo("no answer");
        assertThat(after(ping, null, row("10.77.8.20\tno answer")).words()).isEqualTo("10.77.8.20 no answer");
        assertThat(after(ping, null, row("10.77.8.20\t5 of 5")).passed()).isTrue();
        assertThat(after(ping, null, row("10.77.8.20\t5 of 5")).words()).isEqualTo("10.77.8.20 5 of 5");
        assertThat(after(ping, null, row("10.77.8.20\t0 of 5")).words()).isEqualTo("no answer: 10.77.8.20 0 of 5");
    }

    @Test
    void afterAnUndoWhatIsExpectedToFailBeforeIsNotAskedFor() {
        CheckDefinition fails = with(expecting(Expectation.REACHABLE, null), Beforehand.FAILS, null, Severity.FAIL);
        Observation dead = row("10.77.8.20\tno answer");
        assertThat(CheckEvaluation.undone(fails, null, dead).passed()).isTrue();
        assertThat(CheckEvaluation.undone(expecting(Expectation.REACHABLE, null), null, dead)
                        .passed())
                .isFalse();
        assertThat(CheckEvaluation.before(expecting(Expectation.SAME_AS_BEFORE, null), TWO_FULL))
                .isEqualTo(new CheckVerdict(CheckOutcome.PASSED, "10.77.0.1 full, 10.77.2.2 full"));
    }

    @Test
    void fewRowsAreSaidAndManyCounted() {
        assertThat(new Observation(List.of()).summary()).isEqualTo("nothing");
        assertThat(TWO_FULL.summary()).isEqualTo("10.77.0.1 full, 10.77.2.2 full");
        assertThat(new Observation(List.of("a\tfull", "b\tfull", "c\tdown")).summary())
                .isEqualTo("1 down, 2 full");
        assertThat(new Observation(List.of("a\tvia 10.77.0.1", "b\tvia 10.77.0.2", "c\tdirect")).summary())
                .isEqualTo("1 direct, 2 via a neighbour");
        List<String> six = List.of("a\t1", "b\t2", "c\t3", "d\t4", "e\t5", "f\t6");
        assertThat(new Observation(six).summary()).isEqualTo("1 1, 1 2, 1 3, 1 4, 1 5, 1 6");
        List<String> seven = new ArrayList<>(six);
        seven.add("g\t7");
        assertThat(new Observation(seven).summary()).isEqualTo("7 rows");
    }
}
