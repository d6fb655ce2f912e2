package io.safestep.app.change;

/** What becomes of a change to a device that differs from its baseline where the change does not touch it; the strictest first. */
public enum UndecidedDrift {
    /** Nothing is written to it. */
    HOLD,
    /** It is told in the run. */
    TELL,
    /** It goes on without a word. */
    ALLOW
}
