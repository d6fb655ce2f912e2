package io.safestep.core.check;

/** What came of looking at a check, worst last. */
public enum CheckOutcome {
    PASSED,
    /** It may be incomplete until another change has run. */
    NOT_YET,
    /** It did not pass, and only a warning is wanted. */
    WARNED,
    FAILED;

    /** Whether the run may go on. */
    public boolean mayGoOn() {
        return this != FAILED;
    }
}
