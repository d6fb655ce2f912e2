package io.safestep.core.people;

import io.safestep.core.schedule.WallStretch;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Collections;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * A stretch of time in which some people of a team are on watch, once or again and again.
 *
 * @param firstDay the day on which it begins for the first time
 * @param until when not after {@code from}, on the next day
 * @param recurrence a recurrence rule (RFC 5545, section 3.3.10), such as {@code FREQ=WEEKLY;INTERVAL=2}; null for once
 * @param people log-ins of those who are on watch; at least one
 */
public record Shift(
        String name,
        LocalDate firstDay,
        LocalTime from,
        LocalTime until,
        @Nullable String recurrence,
        Set<String> people) {

    /** @throws IllegalArgumentException with a sentence when nobody is on watch, or the rule is none */
    public Shift {
        if (people.isEmpty()) {
            throw new IllegalArgumentException("Say who is on watch.");
        }
        people = Collections.unmodifiableSet(new TreeSet<>(people));
        stretch(firstDay, from, until, recurrence, ZoneId.of("UTC"));
    }

    private static WallStretch stretch(
            LocalDate firstDay, LocalTime from, LocalTime until, @Nullable String recurrence, ZoneId zone) {
        LocalDate lastDay = until.isAfter(from) ? firstDay : firstDay.plusDays(1);
        return new WallStretch(firstDay.atTime(from), lastDay.atTime(until), recurrence, zone);
    }

    /** Whether it is now, by the clock of a zone; its end is outside. */
    public boolean holdsAt(Instant moment, ZoneId zone) {
        return !stretch(firstDay, from, until, recurrence, zone)
                .occurrences(moment, moment.plusMillis(1))
                .isEmpty();
    }

    /** For example {@code Night from 2026-12-01 22:00 to 06:00, FREQ=DAILY: hloman, roake}. */
    String words() {
        return name + " from " + firstDay + " " + from + " to " + until + (recurrence == null ? "" : ", " + recurrence)
                + ": " + String.join(", ", people);
    }
}
