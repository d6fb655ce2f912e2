package io.safestep.app.change.asked;

/** How an author says what one device shall hold. */
public enum Way {
    /** Lines to add, to replace and to remove. */
    LINES,
    /** The whole configuration as it should be. */
    CONFIGURATION,
    /** A template with values. */
    TEMPLATE,
    /** A backup to return to. */
    BACKUP,
    /** The configuration of another device, with decisions about the lines that say who that one is. */
    OTHER_DEVICE
}
