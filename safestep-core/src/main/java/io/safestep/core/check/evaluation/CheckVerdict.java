package io.safestep.core.check.evaluation;

/**
 * What a check says.
 *
 * @param words a sentence without a final stop that says what was found
 */
public record CheckVerdict(CheckOutcome outcome, String words) {

    static CheckVerdict of(boolean passed, String words) {
        return new CheckVerdict(passed ? CheckOutcome.PASSED : CheckOutcome.FAILED, words);
    }

    public boolean passed() {
        return outcome == CheckOutcome.PASSED;
    }

    public boolean mayGoOn() {
        return outcome.mayGoOn();
    }
}
