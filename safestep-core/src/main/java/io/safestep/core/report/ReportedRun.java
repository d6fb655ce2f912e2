package io.safestep.core.report;

import io.safestep.core.run.RunState;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A run as reports look at it.
 *
 * @param change number of its change
 * @param title of its change
 * @param startedAt UTC
 * @param estimatedEnd when it was thought to end, as estimated at its start, UTC
 * @param endedAt UTC; null while it goes on
 * @param verdict what came of it, a sentence; null while it goes on
 */
public record ReportedRun(
        int change,
        String title,
        RunState state,
        Instant startedAt,
        Instant estimatedEnd,
        @Nullable Instant endedAt,
        @Nullable String verdict) {

    Duration estimate() {
        return Duration.between(startedAt, estimatedEnd);
    }

    Optional<Duration> took() {
        return Optional.ofNullable(endedAt).map(end -> Duration.between(startedAt, end));
    }

    /** By how much it took longer than estimated; nothing when it did not, or goes on. */
    Optional<Duration> over() {
        return took().map(t -> t.minus(estimate())).filter(d -> !d.isNegative() && !d.isZero());
    }
}
