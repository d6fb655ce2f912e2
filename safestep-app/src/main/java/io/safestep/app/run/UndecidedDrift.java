package io.safestep.app.run;

/** What a run does about a device that differs from its baseline where the change does not touch it. */
enum UndecidedDrift {
    /** Nothing is written to it. */
    HOLD,
    /** It is told in the run. */
    TELL,
    /** It goes on without a word. */
    ALLOW
}
