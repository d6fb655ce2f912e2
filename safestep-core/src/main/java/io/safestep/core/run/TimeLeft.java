package io.safestep.core.run;

import java.time.Duration;
import java.time.Instant;

/**
 * The time of a run inside its window. All instants are UTC.
 *
 * @param now the moment of the decision
 * @param rest how long the rest of the way there takes
 * @param wayBack how long it takes to undo everything that is and that still will be written
 * @param windowCloses when the window closes
 */
public record TimeLeft(Instant now, Duration rest, Duration wayBack, Instant windowCloses) {

    /** The last moment at which there is still time to undo everything inside the window. */
    public Instant turnBackAt() {
        return windowCloses.minus(wayBack);
    }

    /** When the rest is done, if it begins now. */
    public Instant doneAt() {
        return now.plus(rest);
    }

    /**
     * Whether the run has to turn back: the turn-back point has come, and the rest can't be finished in time.
     *
     * @param held a person is waited for, so that nobody knows when the rest begins
     */
    boolean mustTurnBack(boolean held) {
        return !now.isBefore(turnBackAt()) && (held || doneAt().isAfter(windowCloses));
    }
}
