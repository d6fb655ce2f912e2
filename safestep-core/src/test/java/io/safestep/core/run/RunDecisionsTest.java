package io.safestep.core.run;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.run.SimulatedRun.Holds;
import java.util.EnumMap;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** The laws on generated runs. A seed that breaks one is named, with everything that happened. */
class RunDecisionsTest {

    private static final int RUNS = Integer.getInteger("safestep.cases", 6_000);
    private static final long SEED = Long.getLong("safestep.seed", 1L);

    @Test
    void theLawsHoldWithAnyLuck() {
        Map<RunState, Integer> ends = new EnumMap<>(RunState.class);
        for (long seed = SEED; seed < SEED + RUNS; seed++) {
            SimulatedRun run = new SimulatedRun(seed);
            run.play();
            String told = "seed " + seed + ", rule " + run.rule + "\n" + String.join("\n", run.log);
            assertThat(run.wrong).as(told).isEmpty();
            assertThat(run.end).as("law 8, does not end: " + told).isNotNull();
            ends.merge(run.end, 1, Integer::sum);
            checkEnd(run, told);
        }
        // Luck that never leads to one of the ends would prove nothing about it.
        assertThat(ends.keySet()).contains(RunState.SUCCEEDED, RunState.ROLLED_BACK, RunState.STUCK);
        assertThat(ends.values()).allMatch(count -> count > RUNS / 100, "each end is reached: " + ends);
    }

    private static void checkEnd(SimulatedRun run, String told) {
        assertThat(run.end.ended()).as("law 8: " + told).isTrue();
        for (SimulatedRun.SimulatedDevice device : run.devices.values()) {
            boolean stays = device.hasScript && !device.skipped && !device.takenBack;
            boolean failedBack = Phase.WAY_BACK.stream().anyMatch(p -> device.steps.get(p) == StepState.FAILED);
            switch (run.end) {
                case SUCCEEDED ->
                    assertThat(device.holds)
                            .as("%s: %s", device.name, told)
                            .isEqualTo(stays ? Holds.OUTCOME : Holds.BEFORE);
                case ROLLED_BACK ->
                    assertThat(device.holds).as("%s: %s", device.name, told).isEqualTo(Holds.BEFORE);
                default -> {
                    // Stuck: who is not known to have failed is known to be at one end or the other.
                    if (!failedBack) {
                        assertThat(device.holds).as("%s: %s", device.name, told).isNotEqualTo(Holds.PART);
                    }
                }
            }
        }
    }
}
