package io.safestep.core.change;

/** What a run does when something fails on a device and, where it is a check, is not better at the end of its settle time. */
public enum FailureRule {
    /** Everything that was pushed so far is undone, the last wave first. */
    UNDO_ALL,
    /** The wave of the device is undone; then a person decides about the rest. */
    UNDO_WAVE,
    /** The device is undone; then a person decides about the rest. */
    UNDO_DEVICE,
    /** Nothing is pushed any more, and a person decides. */
    STOP_AND_WAIT;

    /** Whether a person is asked before anything is undone at the turn-back point. */
    public boolean asksFirst() {
        return this == STOP_AND_WAIT;
    }
}
