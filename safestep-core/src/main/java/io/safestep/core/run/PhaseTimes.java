package io.safestep.core.run;

import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * How long each phase takes on each device: as measured where it was measured, else estimated from what is to be done.
 *
 * @param measured by name of the device; phases that were never measured are missing
 * @param lines how many commands there are for each device
 * @param settle the longest settle time among the checks
 */
public record PhaseTimes(Map<String, Map<Phase, Duration>> measured, Map<String, Lines> lines, Duration settle) {

    /** What one visit to a device takes, as long as nothing was measured. */
    private static final Duration VISIT = Duration.ofSeconds(8);

    private static final Duration LINE = Duration.ofMillis(500);

    /** By how much more than what was measured has to be reckoned with: a quarter. */
    private static final int MARGIN_PERCENT = 25;

    /** What resembles a phase of the way back, for as long as that was not measured itself. */
    private static final Map<Phase, Phase> LIKE = Map.of(
            Phase.UNDO_PUSH, Phase.PUSH,
            Phase.UNDO_READ_BACK, Phase.READ_BACK,
            Phase.UNDO_CHECK, Phase.CHECK_BEFORE,
            Phase.UNDO_SAVE, Phase.SAVE);

    /** @param undo how many commands lead back */
    public record Lines(int script, int undo) {}

    public PhaseTimes {
        measured = Map.copyOf(measured);
        lines = Map.copyOf(lines);
    }

    /** The time to reckon with, margin and settle time included. */
    public Duration of(String device, Phase phase) {
        Duration time = measuredFor(device, phase);
        if (time == null) {
            time = VISIT.plus(LINE.multipliedBy(commands(device, phase)));
        } else {
            time = time.plus(time.multipliedBy(MARGIN_PERCENT).dividedBy(100));
        }
        return phase == Phase.CHECK_AFTER || phase == Phase.UNDO_CHECK ? time.plus(settle) : time;
    }

    private @Nullable Duration measuredFor(String device, Phase phase) {
        Map<Phase, Duration> known = measured.getOrDefault(device, Map.of());
        Duration own = known.get(phase);
        return own == null && LIKE.containsKey(phase) ? known.get(LIKE.get(phase)) : own;
    }

    private int commands(String device, Phase phase) {
        Lines count = lines.getOrDefault(device, new Lines(0, 0));
        return phase == Phase.PUSH ? count.script() : phase == Phase.UNDO_PUSH ? count.undo() : 0;
    }

    /** The same with newer measurements, which count instead of the older ones. */
    public PhaseTimes with(Map<String, Map<Phase, Duration>> newer) {
        Map<String, Map<Phase, Duration>> all = new HashMap<>(measured);
        newer.forEach((device, phases) -> {
            Map<Phase, Duration> merged = new HashMap<>(all.getOrDefault(device, Map.of()));
            merged.putAll(phases);
            all.put(device, merged);
        });
        return new PhaseTimes(all, lines, settle);
    }
}
