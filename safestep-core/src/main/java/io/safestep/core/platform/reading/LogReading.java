package io.safestep.core.platform.reading;

import io.safestep.core.platform.text.BoundedText;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How a device is asked what it has written down about itself.
 *
 * @param command the words to send
 * @param row finds one row of the answer, with the named groups {@code at} and {@code text}
 */
public record LogReading(String command, Pattern row, DeviceClock clock) {

    private static final int MOST = 2_000;

    /**
     * What was written down since a moment, in the order of the answer. A clock that goes wrong is allowed for.
     *
     * @param since UTC
     * @param now UTC, when the answer came
     */
    public List<String> since(String answer, Instant since, Instant now) {
        Duration behind = clock.behind(answer, now);
        List<String> found = new ArrayList<>();
        for (String line : answer.split("\n")) {
            Matcher matcher = row.matcher(BoundedText.of(line));
            if (found.size() < MOST && matcher.find()) {
                Instant at = DeviceClock.instant(matcher.group("at"));
                if (at != null && !DeviceClock.allowedFor(at, behind, now).isBefore(since)) {
                    found.add(matcher.group("text").strip());
                }
            }
        }
        return found;
    }
}
