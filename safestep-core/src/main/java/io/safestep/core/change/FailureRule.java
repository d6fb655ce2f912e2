package io.safestep.core.change;

/** What a run does when something fails. */
public enum FailureRule {
    /** Everything that was pushed so far is undone, the last device first. */
    UNDO_ALL
}
