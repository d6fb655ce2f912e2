package io.safestep.app.change;

/** What kind of change it is. */
public enum Category {
    NORMAL
}
