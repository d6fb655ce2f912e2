package io.safestep.core.platform.access;

import java.util.regex.Pattern;

/**
 * How the dead-man timer of a command line is used: the device goes back to the configuration that it held when the timer
 * was started, unless the timer is stopped in time.
 *
 * @param start starts it; {@code {seconds}} stands for how long it runs
 * @param started how the answer looks when it runs
 * @param confirm stops it, so that what is in force stays
 * @param confirmed how the answer looks when it was stopped; another answer means that none ran
 * @param goBack has the device go back at once
 * @param wentBack how the answer looks when it did; another answer means that none ran
 */
public record DeadManCommands(
        String start, Pattern started, String confirm, Pattern confirmed, String goBack, Pattern wentBack) {

    public String startFor(long seconds) {
        return start.replace("{seconds}", Long.toString(seconds));
    }
}
