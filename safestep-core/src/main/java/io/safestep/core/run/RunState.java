package io.safestep.core.run;

import io.safestep.core.change.ChangeState;
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

    /** The same of a run of which is known whether it has written anything: one that has not has nothing to roll back. */
    public String word(boolean written) {
        return this == ROLLED_BACK && !written ? ChangeState.NOTHING_WRITTEN : word();
    }

    public boolean ended() {
        return this == SUCCEEDED || this == ROLLED_BACK || this == STUCK;
    }
}
