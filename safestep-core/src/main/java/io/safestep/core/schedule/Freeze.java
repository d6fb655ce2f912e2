package io.safestep.core.schedule;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A stretch of time in which changes may not run, once or again and again. Days are counted on the wall of {@code zone}, and
 * it is never shorter than the wall says.
 *
 * @param begins wall time of the first beginning
 * @param ends wall time of the first end, which is outside
 * @param recurrence a recurrence rule (RFC 5545, section 3.3.10) for the days, such as {@code FREQ=WEEKLY}; null for once
 */
public record Freeze(
        LocalDateTime begins, LocalDateTime ends, @Nullable String recurrence, ZoneId zone) {

    /** @throws IllegalArgumentException with a sentence when it ends before it begins, or the rule is none */
    public Freeze {
        new WallStretch(begins, ends, recurrence, zone);
    }

    /** Occurrences that overlap the time between two moments, earliest first. */
    public List<Occurrence> occurrences(Instant from, Instant to) {
        return new WallStretch(begins, ends, recurrence, zone).occurrences(from, to);
    }
}
