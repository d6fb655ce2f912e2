package io.safestep.core.check.evaluation;

/** What came of looking at a check, worst last. */
public enum CheckOutcome {
    PASSED("passed"),
    /** It may be incomplete until another change has run. */
    NOT_YET("not yet"),
    /** It did not pass, and only a warning is wanted. */
    WARNED("warns"),
    FAILED("failed");

    private final String word;

    CheckOutcome(String word) {
        this.word = word;
    }

    /** As people call it. */
    public String word() {
        return word;
    }

    /** Whether the run may go on. */
    public boolean mayGoOn() {
        return this != FAILED;
    }
}
