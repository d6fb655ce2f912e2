package io.safestep.app.round;

/** How far a round is with one of its devices. */
public enum Turn {
    WAITING,
    GOING,
    DONE,
    FAILED,
    /** The round was stopped before it came to the device. */
    SKIPPED
}
