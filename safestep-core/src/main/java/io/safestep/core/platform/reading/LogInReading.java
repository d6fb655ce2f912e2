package io.safestep.core.platform.reading;

import io.safestep.core.platform.text.BoundedText;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * How a device is asked who was logged in.
 *
 * @param command the words to send
 * @param row finds one row of the answer, with the named groups {@code account}, {@code at} and, where it is told, {@code
 *     from}
 */
public record LogInReading(String command, Pattern row, DeviceClock clock) {

    private static final int MOST = 200;
    private static final int LONGEST = 60;

    /**
     * A log-in.
     *
     * @param from where it came from; null when the device does not tell
     * @param at UTC, by the clock of whoever asks: a clock that goes wrong is allowed for
     */
    public record LogIn(String account, @Nullable String from, Instant at) {}

    /**
     * What a device answered.
     *
     * @param logIns in the order of the answer
     * @param behind how far its clock is behind, negative when it is ahead; zero when it does not tell
     */
    public record Answer(List<LogIn> logIns, Duration behind) {}

    /** @param now UTC, when the answer came */
    public Answer in(String answer, Instant now) {
        Duration behind = clock.behind(answer, now);
        List<LogIn> found = new ArrayList<>();
        for (String line : answer.split("\n")) {
            Matcher matcher = row.matcher(BoundedText.of(line));
            if (found.size() < MOST && matcher.find()) {
                Instant at = DeviceClock.instant(matcher.group("at"));
                if (at != null) {
                    found.add(new LogIn(
                            bounded(matcher.group("account")), from(matcher), DeviceClock.allowedFor(at, behind, now)));
                }
            }
        }
        return new Answer(found, behind);
    }

    private @Nullable String from(Matcher matcher) {
        String from = row.pattern().contains("(?<from>") ? matcher.group("from") : null;
        return from == null || from.isBlank() ? null : bounded(from);
    }

    private static String bounded(String word) {
        return word.substring(0, Math.min(LONGEST, word.length()));
    }
}
