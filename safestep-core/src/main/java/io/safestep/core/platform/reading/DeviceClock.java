package io.safestep.core.platform.reading;

import io.safestep.core.platform.text.BoundedText;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * A device's own clock, which may go wrong.
 *
 * @param shown finds what it shows in an answer, with the named group {@code value}; null when the device does not tell
 */
public record DeviceClock(@Nullable Pattern shown) {

    private static final Duration TOLERANCE = Duration.ofSeconds(30);

    /**
     * How far it is behind, negative when it is ahead; zero when the device does not tell.
     *
     * @param now UTC, when the answer came
     */
    Duration behind(String answer, Instant now) {
        Matcher matcher = shown == null ? null : shown.matcher(BoundedText.of(answer));
        Instant shows = matcher != null && matcher.find() ? instant(matcher.group("value")) : null;
        return shows == null ? Duration.ZERO : Duration.between(shows, now);
    }

    /** What would lie in the future was written down before the clock went wrong. */
    static Instant allowedFor(Instant at, Duration behind, Instant now) {
        Instant allowedFor = at.plus(behind);
        return allowedFor.isAfter(now.plus(TOLERANCE)) ? at : allowedFor;
    }

    /** Null when it is no instant (ISO 8601). */
    static @Nullable Instant instant(String written) {
        try {
            return OffsetDateTime.parse(written.strip()).toInstant();
        } catch (DateTimeException e) {
            return null;
        }
    }
}
