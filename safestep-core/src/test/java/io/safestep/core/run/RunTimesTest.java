package io.safestep.core.run;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class RunTimesTest {

    private static final PhaseTimes MEASURED =
            new PhaseTimes(Map.of("a", tenSecondsEach(), "b", tenSecondsEach()), Map.of(), Duration.ofSeconds(30));

    private static Map<Phase, Duration> tenSecondsEach() {
        Map<Phase, Duration> times = new EnumMap<>(Phase.class);
        for (Phase phase : Phase.values()) {
            if (!phase.undo()) {
                times.put(phase, Duration.ofSeconds(8));
            }
        }
        return times;
    }

    private static DeviceProgress device(String name, int wave, boolean written, Map<Phase, StepState> steps) {
        return new DeviceProgress(name, wave, true, false, written, false, false, steps);
    }

    @Test
    void wavesAddUpAndDevicesOfAWaveDoNot() {
        RunTimes times = new RunTimes(MEASURED, 20);
        DeviceProgress a = device("a", 1, false, Map.of());
        // Two phases of ten seconds each to prepare, six of ten seconds and the settle time to change.
        assertThat(times.rest(List.of(a), Duration.ZERO)).isEqualTo(Duration.ofSeconds(20 + 60 + 30));
        assertThat(times.rest(List.of(a, device("b", 1, false, Map.of())), Duration.ZERO))
                .isEqualTo(Duration.ofSeconds(20 + 60 + 30));
        assertThat(times.rest(List.of(a, device("b", 2, false, Map.of())), Duration.ofMinutes(1)))
                .isEqualTo(Duration.ofSeconds(20 + 2 * (60 + 30) + 60));
        assertThat(new RunTimes(MEASURED, 1).rest(List.of(a, device("b", 1, false, Map.of())), Duration.ZERO))
                .isEqualTo(Duration.ofSeconds(2 * (20 + 60 + 30)));
    }

    @Test
    void theWayBackIsReckonedFromWhatResemblesIt() {
        RunTimes times = new RunTimes(MEASURED, 20);
        assertThat(times.wayBack(List.of(device("a", 1, false, Map.of()))))
                .isEqualTo(Duration.ofSeconds(20 + 10 + 30 + 10));
        DeviceProgress leftOut = new DeviceProgress("b", 2, true, false, false, false, true, Map.of());
        assertThat(times.wayBack(List.of(device("a", 1, false, Map.of()), leftOut)))
                .isEqualTo(Duration.ofSeconds(20 + 10 + 30 + 10));
    }

    @Test
    void whatWasNeverMeasuredIsEstimatedFromTheCommands() {
        PhaseTimes times = new PhaseTimes(Map.of(), Map.of("a", new PhaseTimes.Lines(20, 4)), Duration.ZERO);
        assertThat(times.of("a", Phase.PUSH)).isEqualTo(Duration.ofSeconds(18));
        assertThat(times.of("a", Phase.UNDO_PUSH)).isEqualTo(Duration.ofSeconds(10));
        assertThat(times.with(Map.of("a", Map.of(Phase.PUSH, Duration.ofSeconds(4))))
                        .of("a", Phase.PUSH))
                .isEqualTo(Duration.ofSeconds(5));
    }
}
