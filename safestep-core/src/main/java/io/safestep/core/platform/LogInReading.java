package io.safestep.core.platform;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How a device is asked who was logged in.
 *
 * @param command the words to send
 * @param row finds one row of the answer, with the named groups {@code account}, {@code at} and, where it is told, {@code
 *     from}
 * @param clock finds what the device's own clock shows, with the named group {@code value}; null when it does not tell
 */
public record LogInReading(String command, Pattern row, Pattern clock) {

    private static final int MOST = 200;
    private static final int LONGEST = 60;
    private static final Duration TOLERANCE = Duration.ofSeconds(30);

    /**
     * A log-in.
     *
     * @param from where it came from; null when the device does not tell
     * @param at UTC, by the clock of whoever asks: a clock that goes wrong is allowed for
     */
    public record LogIn(String account, String from, Instant at) {}

    /**
     * What a device answered.
     *
     * @param logIns in the order of the answer
     * @param behind how far its clock is behind, negative when it is ahead; zero when it does not tell
     */
    public record Answer(List<LogIn> logIns, Duration behind) {}

    /** @param now UTC, when the answer came */
    public Answer in(String answer, Instant now) {
        Duration behind = behind(answer, now);
        List<LogIn> found = new ArrayList<>();
        for (String line : answer.split("\n")) {
            Matcher matcher = row.matcher(BoundedText.of(line));
            if (found.size() < MOST && matcher.find()) {
                Instant at = instant(matcher.group("at"));
                if (at != null) {
                    found.add(new LogIn(bounded(matcher.group("account")), from(matcher), allowedFor(at, behind, now)));
                }
            }
        }
        return new Answer(found, behind);
    }

    /** What would lie in the future was written down before the clock went wrong. */
    private static Instant allowedFor(Instant at, Duration behind, Instant now) {
        Instant allowedFor = at.plus(behind);
        return allowedFor.isAfter(now.plus(TOLERANCE)) ? at : allowedFor;
    }

    private Duration behind(String answer, Instant now) {
        Matcher matcher = clock == null ? null : clock.matcher(BoundedText.of(answer));
        Instant shown = matcher != null && matcher.find() ? instant(matcher.group("value")) : null;
        return shown == null ? Duration.ZERO : Duration.between(shown, now);
    }

    private String from(Matcher matcher) {
        String from = row.pattern().contains("(?<from>") ? matcher.group("from") : null;
        return from == null || from.isBlank() ? null : bounded(from);
    }

    private static String bounded(String word) {
        return word.substring(0, Math.min(LONGEST, word.length()));
    }

    private static Instant instant(String written) {
        try {
            return OffsetDateTime.parse(written.strip()).toInstant();
        } catch (DateTimeException e) {
            return null;
        }
    }
}
