package io.safestep.core.run;

/** Where a run stands. */
public enum RunState {
    WAITING,
    RUNNING,
    PAUSED,
    ROLLING_BACK,
    SUCCEEDED,
    ROLLED_BACK,
    STUCK;

    public boolean ended() {
        return this == SUCCEEDED || this == ROLLED_BACK || this == STUCK;
    }
}
