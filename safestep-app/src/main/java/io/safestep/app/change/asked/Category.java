package io.safestep.app.change.asked;

/** What kind of change it is. */
public enum Category {
    NORMAL,
    /** May run before it is approved, when one other person has released it; has to be reviewed afterwards. */
    EMERGENCY
}
