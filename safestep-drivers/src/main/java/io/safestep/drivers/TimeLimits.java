package io.safestep.drivers;

import io.safestep.core.platform.access.AnswerLimits;
import java.time.Duration;

/**
 * How long Safe Step waits for a device at each stage.
 *
 * @param connect until the TCP connection stands and the host key is shown
 * @param logIn until the log-in is answered
 * @param command until a command is answered and the prompt is back
 */
public record TimeLimits(Duration connect, Duration logIn, Duration command) {

    public static TimeLimits usual() {
        return new TimeLimits(Duration.ofSeconds(8), Duration.ofSeconds(10), Duration.ofSeconds(30));
    }

    /** The same with what was said for a platform in its place. */
    public TimeLimits with(AnswerLimits said) {
        return new TimeLimits(
                said.connect() == null ? connect : said.connect(),
                said.logIn() == null ? logIn : said.logIn(),
                said.answer() == null ? command : said.answer());
    }
}
