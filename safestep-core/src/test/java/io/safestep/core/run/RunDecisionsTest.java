package io.safestep.core.run;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Plays runs against generated luck: steps that fail, processes that die in mid-step, people who press stop. */
class RunDecisionsTest {

    private record Luck(double failure, double death, double stop) {}

    private static final class PlayedRun {
        final Map<String, EnumMap<Phase, StepState>> steps = new LinkedHashMap<>();
        final Set<String> written = new HashSet<>();
        final List<Decision.Perform> performed = new ArrayList<>();
        boolean stopped;
        boolean pushedTwiceBlindly;
        RunState end;

        RunPicture picture() {
            return new RunPicture(
                    steps.entrySet().stream()
                            .map(e -> new DeviceProgress(
                                    e.getKey(),
                                    !e.getKey().equals("quiet"),
                                    written.contains(e.getKey()),
                                    e.getValue()))
                            .toList(),
                    stopped);
        }
    }

    private static PlayedRun play(long seed, Luck luck) {
        Random random = new Random(seed);
        PlayedRun run = new PlayedRun();
        for (String device : List.of("brn-ac-1", "quiet", "brn-gw-b", "brn-gw-a")) {
            run.steps.put(device, new EnumMap<>(Phase.class));
        }
        for (int i = 0; i < 500 && run.end == null; i++) {
            Decision decision = RunDecisions.next(run.picture());
            if (decision instanceof Decision.Finish finish) {
                run.end = finish.state();
            } else if (decision instanceof Decision.Perform perform) {
                run.performed.add(perform);
                run.pushedTwiceBlindly |= perform.phase() == Phase.PUSH && run.written.contains(perform.device());
                double throwOfDice = random.nextDouble();
                StepState state = throwOfDice < luck.failure
                        ? StepState.FAILED
                        : throwOfDice < luck.failure + luck.death ? StepState.INTERRUPTED : StepState.DONE;
                run.steps.get(perform.device()).put(perform.phase(), state);
                // A push that fails or dies may have done so before its first command.
                if (perform.phase() == Phase.PUSH && (state == StepState.DONE || random.nextBoolean())) {
                    run.written.add(perform.device());
                }
            }
            run.stopped |= random.nextDouble() < luck.stop;
        }
        return run;
    }

    @Test
    void withoutBadLuckEveryDeviceGoesThroughAllPhases() {
        PlayedRun run = play(1, new Luck(0, 0, 0));

        assertThat(run.end).isEqualTo(RunState.SUCCEEDED);
        assertThat(run.performed.subList(0, 8))
                .extracting(Decision.Perform::phase)
                .containsOnly(Phase.BACK_UP, Phase.CHECK_BEFORE);
        assertThat(run.performed.subList(8, 13))
                .extracting(Decision.Perform::phase)
                .isEqualTo(Phase.EXECUTION);
        assertThat(run.steps.get("quiet")).doesNotContainKey(Phase.PUSH);
    }

    @Test
    void theLawsHoldWithAnyLuck() {
        for (long seed = 1; seed <= 20_000; seed++) {
            PlayedRun run = play(seed, new Luck(0.04, 0.08, 0.02));
            assertThat(run.end).as("seed %d ends", seed).isNotNull();
            assertThat(run.end.ended()).as("seed %d, law 8", seed).isTrue();
            for (int i = 0; i < run.performed.size(); i++) {
                Decision.Perform step = run.performed.get(i);
                List<Decision.Perform> earlier = run.performed.subList(0, i);
                if (step.phase() == Phase.PUSH) {
                    assertThat(earlier)
                            .as("seed %d, law 3", seed)
                            .contains(new Decision.Perform(step.device(), Phase.BACK_UP));
                    assertThat(run.pushedTwiceBlindly)
                            .as("seed %d, no blind second push", seed)
                            .isFalse();
                }
                if (step.phase() == Phase.SAVE) {
                    assertThat(earlier)
                            .as("seed %d, law 7", seed)
                            .contains(new Decision.Perform(step.device(), Phase.CHECK_AFTER));
                }
            }
            if (run.end == RunState.SUCCEEDED) {
                run.steps.forEach((device, steps) -> steps.forEach((phase, state) -> {
                    // A push that was cut off counts when reading back showed the outcome.
                    if (phase != Phase.PUSH) {
                        assertThat(state).as("seed, %s %s", device, phase).isEqualTo(StepState.DONE);
                    }
                }));
            }
            if (run.end == RunState.ROLLED_BACK) {
                run.steps.forEach((device, steps) -> {
                    if (run.written.contains(device)) {
                        assertThat(steps).as("%s", device).containsEntry(Phase.UNDO_CHECK, StepState.DONE);
                    }
                });
            }
        }
    }

    @Test
    void theWayBackGoesInReverseAndSavesOnlyWhatWasSaved() {
        PlayedRun run = new PlayedRun();
        EnumMap<Phase, StepState> first = done(Phase.PREPARATION);
        first.putAll(done(Phase.EXECUTION));
        EnumMap<Phase, StepState> second = done(Phase.PREPARATION);
        second.put(Phase.PUSH, StepState.DONE);
        second.put(Phase.READ_BACK, StepState.FAILED);
        run.steps.put("brn-ac-1", first);
        run.steps.put("brn-gw-b", second);
        run.written.addAll(List.of("brn-ac-1", "brn-gw-b"));

        List<String> order = new ArrayList<>();
        while (RunDecisions.next(run.picture()) instanceof Decision.Perform perform) {
            order.add(perform.device() + " " + perform.phase());
            run.steps.get(perform.device()).put(perform.phase(), StepState.DONE);
        }

        assertThat(order)
                .containsExactly(
                        "brn-gw-b UNDO_PUSH",
                        "brn-gw-b UNDO_READ_BACK",
                        "brn-gw-b UNDO_CHECK",
                        "brn-ac-1 UNDO_PUSH",
                        "brn-ac-1 UNDO_READ_BACK",
                        "brn-ac-1 UNDO_CHECK",
                        "brn-ac-1 UNDO_SAVE");
        assertThat(RunDecisions.next(run.picture())).isEqualTo(new Decision.Finish(RunState.ROLLED_BACK));
    }

    @Test
    void aStopAfterTheLastStepChangesNothing() {
        EnumMap<Phase, StepState> all = done(Phase.PREPARATION);
        all.putAll(done(Phase.EXECUTION));
        RunPicture picture = new RunPicture(List.of(new DeviceProgress("brn-ac-1", true, true, all)), true);
        assertThat(RunDecisions.next(picture)).isEqualTo(new Decision.Finish(RunState.SUCCEEDED));
    }

    @Test
    void partnersAreNeverInOneWaveAndTheFarEndGoesFirst() {
        List<WavePlan.Placed> plan = WavePlan.of(List.of(
                new WavePlan.Member("ops-co-a", "core", null),
                new WavePlan.Member("brn-gw-a", "edge", "brn-gw-b"),
                new WavePlan.Member("brn-gw-b", "edge", "brn-gw-a"),
                new WavePlan.Member("brn-ac-1", "access", null)));

        assertThat(plan)
                .containsExactly(
                        new WavePlan.Placed("brn-ac-1", 1),
                        new WavePlan.Placed("brn-gw-b", 2),
                        new WavePlan.Placed("brn-gw-a", 3),
                        new WavePlan.Placed("ops-co-a", 4));
    }

    private static EnumMap<Phase, StepState> done(List<Phase> phases) {
        EnumMap<Phase, StepState> steps = new EnumMap<>(Phase.class);
        phases.forEach(p -> steps.put(p, StepState.DONE));
        return steps;
    }
}
