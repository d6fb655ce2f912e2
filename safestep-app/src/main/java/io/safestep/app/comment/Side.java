package io.safestep.app.comment;

/** Which of the two configurations of a difference a line belongs to. */
public enum Side {
    BASELINE,
    OUTCOME
}
