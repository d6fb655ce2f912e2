package io.safestep.core.schedule;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.dmfs.rfc5545.DateTime;
import org.dmfs.rfc5545.recur.RecurrenceRuleIterator;

/**
 * A stretch of time in which changes may run, once or again and again.
 *
 * <p>Days are counted on the wall of {@code zone}. A time that a clock change leaves out counts as the moment after the
 * gap; one that comes twice counts as the first for an opening and as the second for a closing, so that a window is never
 * shorter than the wall says.
 *
 * @param firstDay the day of the first opening
 * @param opens wall time of the opening
 * @param closes wall time of the closing; when not after {@code opens}, on the next day
 * @param recurrence a recurrence rule (RFC 5545, section 3.3.10) such as {@code FREQ=DAILY}, or null for a single window
 * @param zone the zone of all wall times
 */
public record ChangeWindow(LocalDate firstDay, LocalTime opens, LocalTime closes, String recurrence, ZoneId zone) {

    private static final int MOST_STEPS = 4_000;

    public ChangeWindow {
        if (recurrence != null) {
            Recurrence.rule(recurrence);
        }
    }

    /** Occurrences that overlap the stretch from {@code from} to {@code to}, earliest first. */
    public List<Occurrence> occurrences(Instant from, Instant to) {
        List<Occurrence> found = new ArrayList<>();
        if (recurrence == null) {
            Occurrence only = on(firstDay);
            if (only.overlaps(from, to)) {
                found.add(only);
            }
            return found;
        }
        // Dates alone recur: the wall times are put on them here, in the window's own zone.
        RecurrenceRuleIterator days = Recurrence.rule(recurrence)
                .iterator(new DateTime(firstDay.getYear(), firstDay.getMonthValue() - 1, firstDay.getDayOfMonth()));
        LocalDate start = from.atZone(zone).toLocalDate().minusDays(2);
        if (start.isAfter(firstDay)) {
            days.fastForward(new DateTime(start.getYear(), start.getMonthValue() - 1, start.getDayOfMonth()));
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

    private Occurrence on(LocalDate day) {
        LocalDate lastDay = closes.isAfter(opens) ? day : day.plusDays(1);
        Instant start =
                day.atTime(opens).atZone(zone).withEarlierOffsetAtOverlap().toInstant();
        Instant end =
                lastDay.atTime(closes).atZone(zone).withLaterOffsetAtOverlap().toInstant();
        return new Occurrence(start, end.isAfter(start) ? end : start.plus(Duration.ofMinutes(1)));
    }
}
