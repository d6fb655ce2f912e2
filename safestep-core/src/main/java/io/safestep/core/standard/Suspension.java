package io.safestep.core.standard;

import io.safestep.core.run.RunState;
import java.util.List;

/** When what was approved once is no longer trusted: its last uses went wrong one after the other. */
public final class Suspension {

    /** So many in a row. */
    public static final int FAILURES = 3;

    private Suspension() {}

    /**
     * @param latest how the runs of its uses ended since it was approved, the newest first
     */
    public static boolean due(List<RunState> latest) {
        return latest.size() >= FAILURES && latest.stream().limit(FAILURES).allMatch(Suspension::failed);
    }

    /** Whether a run that ended so went wrong. */
    public static boolean failed(RunState ended) {
        return ended == RunState.ROLLED_BACK || ended == RunState.STUCK;
    }
}
