package io.safestep.app.change.asked;

import io.safestep.core.change.FailureRule;
import io.safestep.core.run.WaveOrder;
import java.time.Duration;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * How a change is to be run: in which order, when, and what happens when something fails.
 *
 * @param first how many devices the first wave holds at most, 0 for no small first wave; null for what is usual
 * @param most how many devices any wave holds at most; null for what is usual
 * @param pauseSeconds how long to wait between two waves
 * @param outsideWindows at another time than those of windows that come again and again
 * @param byHand the number of the wave of each device, as a person placed it; empty for the computed order
 */
public record RunOrder(
        FailureRule failureRule,
        @Nullable Integer first,
        @Nullable Integer most,
        int pauseSeconds,
        boolean outsideWindows,
        Map<String, Integer> byHand) {

    public RunOrder {
        byHand = Map.copyOf(byHand);
    }

    /** What is done when nobody says anything. */
    public static RunOrder usual() {
        return new RunOrder(FailureRule.UNDO_ALL, null, null, 0, false, Map.of());
    }

    public WaveOrder.Settings settings(int devices) {
        WaveOrder.Settings usual = WaveOrder.Settings.usual(devices);
        return new WaveOrder.Settings(
                first == null ? usual.first() : first,
                most == null ? usual.most() : most,
                Duration.ofSeconds(pauseSeconds));
    }

    /** What the seal says of it beside the waves themselves; empty when there is nothing to say. */
    public String sealed() {
        return (pauseSeconds == 0 ? "" : "pause between waves " + pauseSeconds + " s")
                + (outsideWindows ? " outside the usual windows" : "");
    }
}
