package io.safestep.core.run;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** Single situations of a run and what has to come next. */
class RunScenariosTest {

    private static DeviceProgress device(String name, boolean written, Object... phasesAndStates) {
        Map<Phase, StepState> steps = new EnumMap<>(Phase.class);
        for (int i = 0; i < phasesAndStates.length; i += 2) {
            steps.put((Phase) phasesAndStates[i], (StepState) phasesAndStates[i + 1]);
        }
        return new DeviceProgress(name, true, written, steps);
    }

    private static Decision next(DeviceProgress... devices) {
        return RunDecisions.next(new RunPicture(List.of(devices), false));
    }

    private static final Object[] PREPARED = {Phase.BACK_UP, StepState.DONE, Phase.CHECK_BEFORE, StepState.DONE};

    private static Object[] prepared(Object... more) {
        List<Object> all = new ArrayList<>(List.of(PREPARED));
        all.addAll(List.of(more));
        return all.toArray();
    }

    @Test
    void everythingIsBackedUpBeforeAnythingIsWritten() {
        assertThat(next(device("a", false, prepared()), device("b", false, Phase.BACK_UP, StepState.DONE)))
                .isEqualTo(new Decision.Perform("b", Phase.CHECK_BEFORE));
        assertThat(next(device("a", false, prepared()), device("b", false, prepared())))
                .isEqualTo(new Decision.Perform("a", Phase.PUSH));
    }

    @Test
    void aFailedBackupEndsTheRunWithoutWriting() {
        assertThat(next(device("a", false, Phase.BACK_UP, StepState.FAILED)))
                .isEqualTo(new Decision.Finish(RunState.ROLLED_BACK));
    }

    @Test
    void anInterruptedBackupIsTakenAgain() {
        assertThat(next(device("a", false, Phase.BACK_UP, StepState.INTERRUPTED)))
                .isEqualTo(new Decision.Perform("a", Phase.BACK_UP));
    }

    @Test
    void anInterruptedPushThatSentNothingIsPushed() {
        assertThat(next(device("a", false, prepared(Phase.PUSH, StepState.INTERRUPTED))))
                .isEqualTo(new Decision.Perform("a", Phase.PUSH));
    }

    @Test
    void anInterruptedPushThatMayHaveSentIsReadBack() {
        assertThat(next(device("a", true, prepared(Phase.PUSH, StepState.INTERRUPTED))))
                .isEqualTo(new Decision.Perform("a", Phase.READ_BACK));
    }

    @Test
    void aPushThatFailedBeforeItsFirstCommandIsNotUndone() {
        assertThat(next(device("a", false, prepared(Phase.PUSH, StepState.FAILED))))
                .isEqualTo(new Decision.Finish(RunState.ROLLED_BACK));
    }

    @Test
    void anInterruptedUndoIsDoneAgain() {
        assertThat(next(device(
                        "a", true, prepared(Phase.PUSH, StepState.FAILED, Phase.UNDO_PUSH, StepState.INTERRUPTED))))
                .isEqualTo(new Decision.Perform("a", Phase.UNDO_PUSH));
    }

    @Test
    void aFailedUndoOfOneDeviceDoesNotStopTheUndoOfTheOthers() {
        DeviceProgress first = device("a", true, prepared(Phase.PUSH, StepState.DONE));
        DeviceProgress second =
                device("b", true, prepared(Phase.PUSH, StepState.FAILED, Phase.UNDO_PUSH, StepState.FAILED));
        assertThat(next(first, second)).isEqualTo(new Decision.Perform("a", Phase.UNDO_PUSH));

        DeviceProgress undone = device(
                "a",
                true,
                prepared(
                        Phase.PUSH, StepState.DONE,
                        Phase.UNDO_PUSH, StepState.DONE,
                        Phase.UNDO_READ_BACK, StepState.DONE,
                        Phase.UNDO_CHECK, StepState.DONE));
        assertThat(next(undone, second)).isEqualTo(new Decision.Finish(RunState.STUCK));
    }

    @Test
    void aStopBeforeThePushEndsTheRunAtOnce() {
        RunPicture picture = new RunPicture(List.of(device("a", false, prepared())), true);
        assertThat(RunDecisions.next(picture)).isEqualTo(new Decision.Finish(RunState.ROLLED_BACK));
        assertThat(RunDecisions.rollingBack(picture)).isTrue();
    }

    @Test
    void aStopAfterOneDeviceUndoesIt() {
        Map<Phase, StepState> all = new EnumMap<>(Phase.class);
        Phase.PREPARATION.forEach(p -> all.put(p, StepState.DONE));
        Phase.EXECUTION.forEach(p -> all.put(p, StepState.DONE));
        RunPicture picture =
                new RunPicture(List.of(new DeviceProgress("a", true, true, all), device("b", false, prepared())), true);
        assertThat(RunDecisions.next(picture)).isEqualTo(new Decision.Perform("a", Phase.UNDO_PUSH));
    }

    @Test
    void deviceWithoutScriptIsOnlyLookedAt() {
        DeviceProgress quiet = new DeviceProgress(
                "quiet", false, false, Map.of(Phase.BACK_UP, StepState.DONE, Phase.CHECK_BEFORE, StepState.DONE));
        assertThat(RunDecisions.next(new RunPicture(List.of(quiet), false)))
                .isEqualTo(new Decision.Finish(RunState.SUCCEEDED));
    }

    @Test
    void wavesKeepPartnersApartInWhateverOrderDevicesCome() {
        List<WavePlan.Member> members = new ArrayList<>();
        for (int site = 0; site < 5; site++) {
            members.add(new WavePlan.Member("s" + site + "-gw-a", "edge", "s" + site + "-gw-b"));
            members.add(new WavePlan.Member("s" + site + "-gw-b", "edge", "s" + site + "-gw-a"));
            members.add(new WavePlan.Member("s" + site + "-ac-1", "access", null));
        }
        members.add(new WavePlan.Member("co-a", "core", "co-b"));
        members.add(new WavePlan.Member("co-b", "core", "co-a"));
        List<WavePlan.Placed> expected = WavePlan.of(members);
        for (long seed = 0; seed < 200; seed++) {
            Collections.shuffle(members, new Random(seed));
            assertThat(WavePlan.of(members)).as("seed %d", seed).isEqualTo(expected);
        }
        Map<String, Integer> waves =
                expected.stream().collect(Collectors.toMap(WavePlan.Placed::device, WavePlan.Placed::number));
        for (WavePlan.Member member : members) {
            if (member.partner() != null) {
                assertThat(waves.get(member.device())).isNotEqualTo(waves.get(member.partner()));
            }
        }
        assertThat(waves.get("s0-ac-1")).isLessThan(waves.get("s0-gw-a"));
        assertThat(waves.get("s4-gw-a")).isLessThan(waves.get("co-a"));
    }
}
