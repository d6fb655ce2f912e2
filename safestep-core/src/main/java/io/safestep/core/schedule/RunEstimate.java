package io.safestep.core.schedule;

import java.time.Duration;

/**
 * How long a run may take.
 *
 * @param forward from the first backup to the last, when everything goes well and every check needs its whole settle time
 * @param wayBack to undo everything, from the moment when the last device was reached
 */
public record RunEstimate(Duration forward, Duration wayBack) {

    /** Everything done and everything undone again. */
    public Duration both() {
        return forward.plus(wayBack);
    }
}
