package io.safestep.core.people;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.format.TextStyle;
import java.util.Collections;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * When a team is at work, by the wall clock.
 *
 * @param days on which it is; at least one
 * @param until when it ends; midnight is the end of the day
 */
public record WorkingHours(Set<DayOfWeek> days, LocalTime from, LocalTime until) {

    /** A day that is shorter is no working day. */
    private static final Duration SHORTEST = Duration.ofHours(1);

    /** For the longest time to answer with the shortest hours on one day in a week. */
    private static final int MOST_DAYS = 7 * 4_400;

    /** @throws IllegalArgumentException with a sentence when there is no day, or the end is not an hour after the beginning */
    public WorkingHours {
        if (days.isEmpty()) {
            throw new IllegalArgumentException("Choose at least one day.");
        }
        if (lengthOfDay(from, until).compareTo(SHORTEST) < 0) {
            throw new IllegalArgumentException("The end has to be at least an hour after the beginning.");
        }
        days = Collections.unmodifiableSet(EnumSet.copyOf(days));
    }

    /** For example {@code At work Monday, Friday from 08:00 to 17:00}. */
    public String words() {
        return "At work "
                + days.stream()
                        .map(d -> d.getDisplayName(TextStyle.FULL, Locale.ENGLISH))
                        .collect(Collectors.joining(", "))
                + " from " + from + " to " + until;
    }

    private static Duration lengthOfDay(LocalTime from, LocalTime until) {
        Duration length = Duration.between(from, until);
        return until.equals(LocalTime.MIDNIGHT) ? length.plusDays(1) : length;
    }

    /**
     * The moment at which they have worked for so long since another moment. Time counts as it passes: of a day on which the
     * clock is moved, what is left out does not count, and what comes twice counts twice.
     *
     * @param work positive, at most half a year of hours
     * @return UTC
     */
    public Instant after(Instant start, Duration work, ZoneId zone) {
        Duration left = work;
        LocalDate day = start.atZone(zone).toLocalDate();
        for (int i = 0; i < MOST_DAYS; i++, day = day.plusDays(1)) {
            Instant opens = day.atTime(from).atZone(zone).toInstant();
            Instant begins = opens.isBefore(start) ? start : opens;
            Instant closes = closes(day, zone);
            if (days.contains(day.getDayOfWeek()) && begins.isBefore(closes)) {
                Duration here = Duration.between(begins, closes);
                if (left.compareTo(here) <= 0) {
                    return begins.plus(left);
                }
                left = left.minus(here);
            }
        }
        throw new IllegalArgumentException("Nobody works for " + work + " in " + MOST_DAYS + " days.");
    }

    private Instant closes(LocalDate day, ZoneId zone) {
        LocalDate on = until.equals(LocalTime.MIDNIGHT) ? day.plusDays(1) : day;
        return on.atTime(until).atZone(zone).withLaterOffsetAtOverlap().toInstant();
    }
}
