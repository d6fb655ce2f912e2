package io.safestep.core.schedule;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.dmfs.rfc5545.DateTime;
import org.dmfs.rfc5545.recur.Freq;
import org.dmfs.rfc5545.recur.InvalidRecurrenceRuleException;
import org.dmfs.rfc5545.recur.RecurrenceRule;
import org.dmfs.rfc5545.recur.RecurrenceRuleIterator;

/**
 * Moments that come again and again by a rule (RFC 5545, section 3.3.10).
 *
 * <p>Days, weeks, months and years are counted on the wall of {@code zone}: what happens daily at 02:30 does so in summer and
 * winter. A time that a clock change leaves out counts as the moment after the gap, one that comes twice as the first.
 * Hours and minutes are counted as they pass, so that a change of the clock makes no gap.
 *
 * @param firstDay the day of the first moment
 * @param at wall time
 * @param rule such as {@code FREQ=DAILY} or {@code FREQ=MINUTELY;INTERVAL=15}
 */
public record Recurrence(LocalDate firstDay, LocalTime at, String rule, ZoneId zone) {

    private static final int MOST_STEPS = 4_000;
    private static final int SAMPLE = 8;

    /** @throws IllegalArgumentException with a sentence when the rule is none */
    public Recurrence {
        rule(rule);
    }

    static RecurrenceRule rule(String rule) {
        try {
            return new RecurrenceRule(rule);
        } catch (InvalidRecurrenceRuleException e) {
            throw new IllegalArgumentException("\"" + rule + "\" is not a recurrence rule such as FREQ=DAILY.", e);
        }
    }

    /** The first moment after another one; empty when the rule has come to its end. */
    public Optional<Instant> nextAfter(Instant moment) {
        return next(moment, 1).stream().findFirst();
    }

    /** How long it is from one time to the next, on average over the next few; empty when there are no two. */
    public Optional<Duration> interval(Instant now) {
        List<Instant> next = next(now, SAMPLE);
        return next.size() < 2
                ? Optional.empty()
                : Optional.of(
                        Duration.between(next.get(0), next.get(next.size() - 1)).dividedBy(next.size() - 1L));
    }

    private List<Instant> next(Instant moment, int most) {
        RecurrenceRule parsed = rule(rule);
        boolean onTheWall = parsed.getFreq() != Freq.HOURLY
                && parsed.getFreq() != Freq.MINUTELY
                && parsed.getFreq() != Freq.SECONDLY;
        LocalDateTime first = firstDay.atTime(at);
        LocalDateTime start = onTheWall ? first : utc(instant(first));
        RecurrenceRuleIterator times = parsed.iterator(dateTime(start));
        LocalDateTime from = onTheWall ? moment.atZone(zone).toLocalDateTime().minusDays(2) : utc(moment);
        if (from.isAfter(start)) {
            times.fastForward(dateTime(from));
        }
        List<Instant> found = new ArrayList<>();
        for (int i = 0; i < MOST_STEPS && found.size() < most && times.hasNext(); i++) {
            LocalDateTime local = local(times.nextDateTime());
            Instant next = onTheWall ? instant(local) : local.toInstant(ZoneOffset.UTC);
            if (next.isAfter(moment)) {
                found.add(next);
            }
        }
        return found;
    }

    private Instant instant(LocalDateTime wall) {
        return wall.atZone(zone).withEarlierOffsetAtOverlap().toInstant();
    }

    private static LocalDateTime utc(Instant instant) {
        return LocalDateTime.ofInstant(instant, ZoneOffset.UTC);
    }

    /** Without a zone: the zone is put on it here. */
    private static DateTime dateTime(LocalDateTime t) {
        return new DateTime(
                t.getYear(), t.getMonthValue() - 1, t.getDayOfMonth(), t.getHour(), t.getMinute(), t.getSecond());
    }

    private static LocalDateTime local(DateTime t) {
        return LocalDateTime.of(
                t.getYear(), t.getMonth() + 1, t.getDayOfMonth(), t.getHours(), t.getMinutes(), t.getSeconds());
    }
}
