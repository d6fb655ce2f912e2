package io.safestep.core.run;

import java.time.Duration;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * How long the rest of a run takes, and how long its way back would. Devices that are done at the same time take as long
 * as the slowest of them.
 */
public final class RunTimes {

    private final PhaseTimes times;
    private final int together;

    /** @param together how many devices are visited at the same time at most */
    public RunTimes(PhaseTimes times, int together) {
        this.times = times;
        this.together = together;
    }

    /** What is left of the way there. */
    public Duration rest(List<DeviceProgress> devices, Duration pauseBetweenWaves) {
        Duration sum = batches(devices.stream().filter(d -> !d.skipped()).toList(), d -> sum(d, Phase.PREPARATION));
        Collection<List<DeviceProgress>> waves = devices.stream()
                .filter(d -> !d.settled())
                .collect(Collectors.groupingBy(DeviceProgress::wave, TreeMap::new, Collectors.toList()))
                .values();
        for (List<DeviceProgress> wave : waves) {
            sum = sum.plus(batches(wave, d -> sum(d, Phase.EXECUTION)));
        }
        return sum.plus(pauseBetweenWaves.multipliedBy(Math.max(0, waves.size() - 1)));
    }

    /** What it takes to undo everything that was written and everything that still will be. */
    public Duration wayBack(List<DeviceProgress> devices) {
        Map<Integer, List<DeviceProgress>> waves = devices.stream()
                .filter(d -> d.hasScript() && !d.skipped() || d.mustGoBack())
                .collect(Collectors.groupingBy(DeviceProgress::wave));
        Duration sum = Duration.ZERO;
        for (List<DeviceProgress> wave : waves.values()) {
            sum = sum.plus(batches(wave, d -> sum(d, List.of(Phase.UNDO_PUSH, Phase.UNDO_READ_BACK))));
        }
        List<DeviceProgress> all = waves.values().stream().flatMap(List::stream).toList();
        return sum.plus(batches(all, d -> sum(d, List.of(Phase.UNDO_CHECK, Phase.UNDO_SAVE))));
    }

    private Duration sum(DeviceProgress device, List<Phase> phases) {
        Duration sum = Duration.ZERO;
        for (Phase phase : phases) {
            boolean needed = (phase != Phase.CONFIRM || device.timer()) && !device.passed(phase);
            sum = needed ? sum.plus(times.of(device.device(), phase)) : sum;
        }
        return sum;
    }

    private Duration batches(List<DeviceProgress> devices, Function<DeviceProgress, Duration> time) {
        Duration slowest = devices.stream().map(time).max(Duration::compareTo).orElse(Duration.ZERO);
        int rounds = (devices.size() + together - 1) / together;
        return slowest.multipliedBy(rounds);
    }
}
