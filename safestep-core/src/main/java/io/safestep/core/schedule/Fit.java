package io.safestep.core.schedule;

import java.time.Duration;
import java.time.Instant;
import java.util.Collection;

/**
 * How a run fits into one opening of a window, as far as freezes leave it.
 *
 * @param fits whether there is time to do everything and, at the worst, to undo everything
 * @param spare what is left over after both; negative when it does not fit
 * @param closes when all has to be done: the end of the opening, or the beginning of a freeze before it; when a freeze is on
 *     at the start, the start
 * @param turnBack the last moment at which there is still time to undo everything before that
 * @param lastStart the last moment at which a start still fits
 */
public record Fit(boolean fits, Duration spare, Instant closes, Instant turnBack, Instant lastStart) {

    /** @param frozen occurrences of the freezes that hold for what would be changed */
    public static Fit of(Occurrence opening, Instant start, RunEstimate estimate, Collection<Occurrence> frozen) {
        Instant begin = start.isBefore(opening.start()) ? opening.start() : start;
        Instant closes = frozen.stream()
                .filter(f -> f.end().isAfter(begin))
                .map(f -> f.contains(begin) ? begin : f.start())
                .filter(f -> f.isBefore(opening.end()))
                .min(Instant::compareTo)
                .orElse(opening.end());
        Duration spare = Duration.between(begin, closes).minus(estimate.both());
        return new Fit(
                !spare.isNegative(), spare, closes, closes.minus(estimate.wayBack()), closes.minus(estimate.both()));
    }
}
