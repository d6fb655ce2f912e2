package io.safestep.core.schedule;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A stretch of time in which changes may run, once or again and again. Days are counted on the wall of {@code zone}, and it
 * is never shorter than the wall says, over both changes of the clock.
 *
 * @param firstDay the day of the first opening
 * @param opens wall time of the opening
 * @param closes wall time of the closing; when not after {@code opens}, on the next day
 * @param recurrence a recurrence rule (RFC 5545, section 3.3.10) such as {@code FREQ=DAILY}, or null for a single window
 * @param zone the zone of all wall times
 */
public record ChangeWindow(
        LocalDate firstDay,
        LocalTime opens,
        LocalTime closes,
        @Nullable String recurrence,
        ZoneId zone) {

    /** @throws IllegalArgumentException with a sentence when the rule is none */
    public ChangeWindow {
        if (recurrence != null) {
            Recurrence.rule(recurrence);
        }
    }

    /** Occurrences that overlap the stretch from {@code from} to {@code to}, earliest first. */
    public List<Occurrence> occurrences(Instant from, Instant to) {
        LocalDate lastDay = closes.isAfter(opens) ? firstDay : firstDay.plusDays(1);
        return new WallStretch(firstDay.atTime(opens), lastDay.atTime(closes), recurrence, zone).occurrences(from, to);
    }
}
