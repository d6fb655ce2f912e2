package io.safestep.core.run;

import java.util.Locale;

/** Where a run stands. */
public enum RunState {
    WAITING,
    RUNNING,
    PAUSED,
    ROLLING_BACK,
    SUCCEEDED,
    ROLLED_BACK,
    STUCK;

    /** As people call it, lower case. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    public boolean ended() {
        return this == SUCCEEDED || this == ROLLED_BACK || this == STUCK;
    }
}
