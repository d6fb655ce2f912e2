package io.safestep.drivers;

import java.time.Duration;

/**
 * A timer on the device: unless it is stopped in time, the device goes back by itself to what it held when it was started.
 *
 * @param token by which another session knows it again; letters, digits and hyphens
 * @param within how long it runs
 */
public record DeadManTimer(String token, Duration within) {

    public DeadManTimer {
        if (!token.matches("[A-Za-z0-9-]{1,60}") || within.toSeconds() < 1) {
            throw new IllegalArgumentException(
                    "A timer has a token of letters and digits, and runs for a second at least.");
        }
    }
}
