package io.safestep.core.schedule;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import org.dmfs.rfc5545.DateTime;
import org.dmfs.rfc5545.recur.RecurrenceRuleIterator;
import org.jspecify.annotations.Nullable;

/**
 * A stretch of time as the wall clock shows it, once or again and again.
 *
 * <p>A time that a clock change leaves out counts as the moment after the gap; one that comes twice counts as the first for
 * a beginning and as the second for an end, so that a stretch is never shorter than the wall says.
 *
 * @param begins wall time of the first beginning
 * @param ends wall time of the first end, which is outside; later than {@code begins}
 * @param recurrence a recurrence rule (RFC 5545, section 3.3.10) for the days, such as {@code FREQ=DAILY}; null for once
 * @param zone the zone of all wall times
 */
public record WallStretch(
        LocalDateTime begins, LocalDateTime ends, @Nullable String recurrence, ZoneId zone) {

    private static final int MOST_STEPS = 4_000;

    /** @throws IllegalArgumentException with a sentence when it ends before it begins, or the rule is none */
    public WallStretch {
        if (!ends.isAfter(begins)) {
            throw new IllegalArgumentException("The end has to be after the beginning.");
        }
        if (recurrence != null) {
            Recurrence.rule(recurrence);
        }
    }

    /** Occurrences that overlap the time between two moments, earliest first. */
    public List<Occurrence> occurrences(Instant from, Instant to) {
        List<Occurrence> found = new ArrayList<>();
        if (recurrence == null) {
            Occurrence only = on(begins.toLocalDate());
            if (only.overlaps(from, to)) {
                found.add(only);
            }
            return found;
        }
        // Dates alone recur: the wall times are put on them here, in the zone.
        RecurrenceRuleIterator days = Recurrence.rule(recurrence).iterator(date(begins.toLocalDate()));
        LocalDate start = from.atZone(zone).toLocalDate().minusDays(days() + 2);
        if (start.isAfter(begins.toLocalDate())) {
            days.fastForward(date(start));
        }
        for (int i = 0; i < MOST_STEPS && days.hasNext(); i++) {
            DateTime day = days.nextDateTime();
            Occurrence occurrence = on(LocalDate.of(day.getYear(), day.getMonth() + 1, day.getDayOfMonth()));
            if (!occurrence.start().isBefore(to)) {
                break;
            }
            if (occurrence.overlaps(from, to)) {
                found.add(occurrence);
            }
        }
        return found;
    }

    private long days() {
        return ChronoUnit.DAYS.between(begins.toLocalDate(), ends.toLocalDate());
    }

    private Occurrence on(LocalDate day) {
        Instant start = day.atTime(begins.toLocalTime())
                .atZone(zone)
                .withEarlierOffsetAtOverlap()
                .toInstant();
        Instant end = day.plusDays(days())
                .atTime(ends.toLocalTime())
                .atZone(zone)
                .withLaterOffsetAtOverlap()
                .toInstant();
        return new Occurrence(start, end.isAfter(start) ? end : start.plus(Duration.ofMinutes(1)));
    }

    private static DateTime date(LocalDate day) {
        return new DateTime(day.getYear(), day.getMonthValue() - 1, day.getDayOfMonth());
    }
}
