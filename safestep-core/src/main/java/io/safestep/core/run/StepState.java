package io.safestep.core.run;

/** How far one phase on one device is. A phase without a state has not been started. */
public enum StepState {
    GOING("going on"),
    DONE("done"),
    FAILED("failed"),
    /** It was going on when the process ended; nobody knows how far it came. */
    INTERRUPTED("interrupted, not known how far"),
    /** It failed, and a person asked for it to be done once more. */
    AGAIN("to be done once more"),
    /** It failed, and two people decided that this does not count. */
    OVERRIDDEN("failed, and overridden by two people");

    private final String word;

    StepState(String word) {
        this.word = word;
    }

    /** As people call it, lower case. */
    public String word() {
        return word;
    }

    boolean passed() {
        return this == DONE || this == OVERRIDDEN;
    }
}
