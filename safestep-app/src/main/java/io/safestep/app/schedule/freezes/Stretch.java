package io.safestep.app.schedule.freezes;

import io.safestep.app.problem.ProblemException;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;

/**
 * A stretch of time about which somebody asks.
 *
 * @param from UTC
 * @param to UTC, after it and at most 62 days later
 */
public record Stretch(Instant from, Instant to) {

    private static final Duration LONGEST = Duration.ofDays(62);

    /** @throws ProblemException when it does not end after it starts, or is too long */
    public Stretch {
        if (!from.isBefore(to) || Duration.between(from, to).compareTo(LONGEST) > 0) {
            throw ProblemException.invalid("to", "The stretch has to end after it starts, at most 62 days later.");
        }
    }

    /** @throws ProblemException when a text is no instant such as 2026-11-25T05:30:00Z */
    public static Stretch of(String from, String to) {
        return new Stretch(instant("from", from), instant("to", to));
    }

    /** From a moment on. */
    public static Stretch from(Instant moment, Duration length) {
        return new Stretch(moment, moment.plus(length));
    }

    private static Instant instant(String field, String text) {
        try {
            return Instant.parse(text);
        } catch (DateTimeException e) {
            throw ProblemException.invalid(field, "Write the time in UTC, such as 2026-11-25T05:30:00Z.");
        }
    }
}
