package io.safestep.app.change;

/** How an author says what one device shall hold. */
public enum Way {
    /** Lines to add, to replace and to remove. */
    LINES,
    /** The whole configuration as it should be. */
    CONFIGURATION,
    /** A backup to return to. */
    BACKUP
}
