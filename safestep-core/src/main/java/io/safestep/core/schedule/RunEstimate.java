package io.safestep.core.schedule;

import java.time.Duration;

/**
 * How long a run may take.
 *
 * @param forward from the first backup to the last, when everything goes well and every check needs its whole settle time
 * @param wayBack to undo everything, from the moment when the last device was reached
 */
public record RunEstimate(Duration forward, Duration wayBack) {

    private static final Duration SESSION = Duration.ofSeconds(8);
    private static final Duration LINE = Duration.ofMillis(500);

    /**
     * An estimate from amounts, as long as nothing has been measured: every visit to a device costs a log-in, every
     * command half a second.
     *
     * @param devices how many devices are changed
     * @param lines how many commands there are in all scripts
     * @param undoLines how many commands there are in all undo scripts
     * @param settleSeconds the longest settle time among the checks
     */
    public static RunEstimate of(int devices, int lines, int undoLines, int settleSeconds) {
        Duration settle = Duration.ofSeconds(settleSeconds).multipliedBy(devices);
        Duration forward = SESSION.multipliedBy(6L * devices)
                .plus(LINE.multipliedBy(lines))
                .plus(settle);
        Duration back = SESSION.multipliedBy(4L * devices)
                .plus(LINE.multipliedBy(undoLines))
                .plus(settle);
        return new RunEstimate(forward, back);
    }

    /** Everything done and everything undone again. */
    public Duration both() {
        return forward.plus(wayBack);
    }
}
