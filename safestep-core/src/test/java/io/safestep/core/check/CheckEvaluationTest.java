package io.safestep.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class CheckEvaluationTest {

    private static final Observation TWO_FULL = new Observation(List.of("10.77.0.1\tfull", "10.77.2.2\tfull"));
    private static final Observation ONE_FULL = new Observation(List.of("10.77.2.2\tfull"));

    private static CheckDefinition expecting(Expectation expectation, String value) {
        return new CheckDefinition("neighbours", null, expectation, value, 10);
    }

    @Test
    void sameAsBeforeNamesWhatIsGone() {
        CheckDefinition check = expecting(Expectation.SAME_AS_BEFORE, null);
        assertThat(CheckEvaluation.after(check, TWO_FULL, TWO_FULL).passed()).isTrue();
        assertThat(CheckEvaluation.after(check, TWO_FULL, ONE_FULL))
                .isEqualTo(new CheckVerdict(false, "gone: 10.77.0.1 full"));
        assertThat(CheckEvaluation.after(check, ONE_FULL, TWO_FULL).words()).isEqualTo("new: 10.77.0.1 full");
    }

    @Test
    void presenceIsOfWholeWords() {
        Observation routes = new Observation(List.of("10.77.40.0/24\tdirect"));
        CheckDefinition contains = expecting(Expectation.CONTAINS, "10.77.40.0/2");
        assertThat(CheckEvaluation.after(contains, routes, routes).passed()).isFalse();
        CheckDefinition absent = expecting(Expectation.ABSENT, "10.77.40.0/24");
        assertThat(CheckEvaluation.after(absent, routes, routes))
                .isEqualTo(new CheckVerdict(false, "10.77.40.0/24 is still there"));
    }

    @Test
    void countsAndPings() {
        assertThat(CheckEvaluation.after(expecting(Expectation.AT_LEAST, "2"), TWO_FULL, ONE_FULL)
                        .words())
                .isEqualTo("1 found, at least 2 expected");
        CheckDefinition ping = expecting(Expectation.REACHABLE, null);
        Observation lost = new Observation(List.of("received\t0 of 3"));
        Observation answered = new Observation(List.of("received\t3 of 3"));
        assertThat(CheckEvaluation.before(ping, lost).passed()).isFalse();
        assertThat(CheckEvaluation.after(ping, answered, lost).passed()).isFalse();
        assertThat(CheckEvaluation.after(ping, answered, new Observation(List.of()))
                        .words())
                .isEqualTo("no answer");
        assertThat(CheckEvaluation.undone(ping, answered, answered).passed()).isTrue();
    }

    @Test
    void manyRowsAreCountedByTheirState() {
        assertThat(new Observation(List.of("a\tdirect", "b\tvia 10.77.1.1", "c\tvia 10.77.1.5")).summary())
                .isEqualTo("1 direct, 2 via a neighbour");
    }
}
