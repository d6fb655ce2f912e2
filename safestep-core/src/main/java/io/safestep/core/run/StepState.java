package io.safestep.core.run;

/** How far one phase on one device is. A phase without a state has not been started. */
public enum StepState {
    GOING,
    DONE,
    FAILED,
    /** It was going on when the process ended; nobody knows how far it came. */
    INTERRUPTED,
    /** It failed, and a person asked for it to be done once more. */
    AGAIN,
    /** It failed, and two people decided that this does not count. */
    OVERRIDDEN;

    boolean passed() {
        return this == DONE || this == OVERRIDDEN;
    }
}
