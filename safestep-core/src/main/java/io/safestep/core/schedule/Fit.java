package io.safestep.core.schedule;

import java.time.Duration;
import java.time.Instant;

/**
 * How a run fits into one opening of a window.
 *
 * @param fits whether there is time to do everything and, at the worst, to undo everything
 * @param spare what is left over after both; negative when it does not fit
 * @param turnBack the last moment at which there is still time to undo everything before the window closes
 * @param lastStart the last moment at which a start still fits
 */
public record Fit(boolean fits, Duration spare, Instant turnBack, Instant lastStart) {

    public static Fit of(Occurrence occurrence, Instant start, RunEstimate estimate) {
        Instant begin = start.isBefore(occurrence.start()) ? occurrence.start() : start;
        Duration spare = Duration.between(begin, occurrence.end()).minus(estimate.both());
        return new Fit(
                !spare.isNegative(),
                spare,
                occurrence.end().minus(estimate.wayBack()),
                occurrence.end().minus(estimate.both()));
    }
}
