package io.safestep.core.run;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.change.FailureRule;
import io.safestep.core.run.Decision.Cause;
import io.safestep.core.run.Decision.Finish;
import io.safestep.core.run.Decision.Hold;
import io.safestep.core.run.Decision.Perform;
import io.safestep.core.run.Decision.Step;
import io.safestep.core.run.Decision.TakeBack;
import io.safestep.core.run.Decision.Wait;
import io.safestep.core.run.RunPicture.Pause;
import java.time.Duration;
import java.time.Instant;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Single situations of a run and what has to come next. */
class RunScenariosTest {

    private static final Instant NOW = Instant.parse("2026-11-26T05:40:00Z");

    private FailureRule rule = FailureRule.UNDO_ALL;
    private boolean stopAsked;
    private boolean turningBack;
    private Pause pause = Pause.NONE;
    private Instant waveEndedAt;
    private Instant windowCloses = NOW.plus(Duration.ofHours(2));

    private Decision next(DeviceProgress... devices) {
        return RunDecisions.next(new RunPicture(
                List.of(devices),
                rule,
                stopAsked,
                turningBack,
                pause,
                Duration.ofMinutes(5),
                waveEndedAt,
                new TimeLeft(NOW, Duration.ofMinutes(10), Duration.ofMinutes(20), windowCloses)));
    }

    private static DeviceProgress device(String name, int wave, boolean written, Map<Phase, StepState> steps) {
        return new DeviceProgress(name, wave, true, false, written, false, false, steps);
    }

    private static DeviceProgress takenBack(DeviceProgress d) {
        return new DeviceProgress(
                d.device(), d.wave(), d.hasScript(), d.timer(), d.written(), true, d.skipped(), d.steps());
    }

    private static DeviceProgress skipped(DeviceProgress d) {
        return new DeviceProgress(
                d.device(), d.wave(), d.hasScript(), d.timer(), d.written(), d.takenBack(), true, d.steps());
    }

    private static Map<Phase, StepState> upTo(Phase last, Object... more) {
        Map<Phase, StepState> steps = new EnumMap<>(Phase.class);
        for (Phase phase : Phase.values()) {
            if (phase.compareTo(last) <= 0 && phase != Phase.CONFIRM) {
                steps.put(phase, StepState.DONE);
            }
        }
        for (int i = 0; i < more.length; i += 2) {
            steps.put((Phase) more[i], (StepState) more[i + 1]);
        }
        return steps;
    }

    private static DeviceProgress prepared(String name, int wave) {
        return device(name, wave, false, upTo(Phase.CHECK_BEFORE));
    }

    private static DeviceProgress atEnd(String name, int wave) {
        return device(name, wave, true, upTo(Phase.AFTER_BACKUP));
    }

    private static Decision perform(String device, Phase phase) {
        return new Perform(List.of(new Step(device, phase)));
    }

    @Test
    void allDevicesArePreparedTogetherBeforeAnythingIsWritten() {
        assertThat(next(device("a", 1, false, Map.of()), device("b", 2, false, Map.of())))
                .isEqualTo(new Perform(List.of(new Step("a", Phase.BACK_UP), new Step("b", Phase.BACK_UP))));
        assertThat(next(prepared("a", 1), device("b", 2, false, Map.of(Phase.BACK_UP, StepState.DONE))))
                .isEqualTo(perform("b", Phase.CHECK_BEFORE));
        assertThat(next(prepared("a", 1), prepared("b", 2))).isEqualTo(perform("a", Phase.GATE));
    }

    @Test
    void nobodyInAWaveIsPushedBeforeAllItsGatesAreOpen() {
        assertThat(next(
                        device("a", 1, false, upTo(Phase.GATE)),
                        device("b", 1, false, upTo(Phase.CHECK_BEFORE, Phase.GATE, StepState.GOING))))
                .isEqualTo(new Wait(null));
    }

    @Test
    void theChecksOfAWaveWaitForAllItsPushes() {
        DeviceProgress pushing = device("b", 1, true, upTo(Phase.GATE, Phase.PUSH, StepState.GOING));
        assertThat(next(device("a", 1, true, upTo(Phase.READ_BACK)), pushing)).isEqualTo(new Wait(null));
        assertThat(next(
                        device("a", 1, true, upTo(Phase.READ_BACK)),
                        device("b", 1, true, upTo(Phase.CHECK_AFTER, Phase.CHECK_AFTER, StepState.GOING))))
                .isEqualTo(perform("a", Phase.CHECK_AFTER));
    }

    @Test
    void aFailedBackupEndsTheRunWithoutWriting() {
        DeviceProgress failed = device("a", 1, false, Map.of(Phase.BACK_UP, StepState.FAILED));
        assertThat(next(failed)).isEqualTo(new TakeBack(Set.of("a"), true, Cause.FAILURE, "a"));
        turningBack = true;
        assertThat(next(takenBack(failed))).isEqualTo(new Finish(RunState.ROLLED_BACK));
    }

    @Test
    void whatWasInterruptedIsDoneAgainExceptAPushThatMayHaveSent() {
        assertThat(next(device("a", 1, false, Map.of(Phase.BACK_UP, StepState.INTERRUPTED))))
                .isEqualTo(perform("a", Phase.BACK_UP));
        assertThat(next(device("a", 1, false, upTo(Phase.GATE, Phase.PUSH, StepState.INTERRUPTED))))
                .isEqualTo(perform("a", Phase.PUSH));
        assertThat(next(device("a", 1, true, upTo(Phase.GATE, Phase.PUSH, StepState.INTERRUPTED))))
                .isEqualTo(perform("a", Phase.READ_BACK));
        turningBack = true;
        assertThat(next(takenBack(device(
                        "a",
                        1,
                        true,
                        upTo(Phase.GATE, Phase.PUSH, StepState.FAILED, Phase.UNDO_PUSH, StepState.INTERRUPTED)))))
                .isEqualTo(perform("a", Phase.UNDO_PUSH));
    }

    @Test
    void aTimerIsStoppedAfterTheChecksAndBeforeSaving() {
        DeviceProgress checked = new DeviceProgress("a", 1, true, true, true, false, false, upTo(Phase.CHECK_AFTER));
        assertThat(next(checked)).isEqualTo(perform("a", Phase.CONFIRM));
        assertThat(next(device("a", 1, true, upTo(Phase.CHECK_AFTER)))).isEqualTo(perform("a", Phase.SAVE));
    }

    @Test
    void theLastWaveGoesBackFirstAndAllAreLookedAtInTheEnd() {
        turningBack = true;
        DeviceProgress first = takenBack(atEnd("a", 1));
        DeviceProgress second = takenBack(device("b", 2, true, upTo(Phase.PUSH, Phase.READ_BACK, StepState.FAILED)));
        assertThat(next(first, second)).isEqualTo(perform("b", Phase.UNDO_PUSH));
        DeviceProgress secondBack = takenBack(device("b", 2, true, upTo(Phase.UNDO_READ_BACK)));
        assertThat(next(first, secondBack)).isEqualTo(perform("a", Phase.UNDO_PUSH));
        DeviceProgress firstBack = takenBack(device("a", 1, true, upTo(Phase.UNDO_READ_BACK)));
        assertThat(next(firstBack, secondBack))
                .isEqualTo(new Perform(List.of(new Step("a", Phase.UNDO_CHECK), new Step("b", Phase.UNDO_CHECK))));
    }

    @Test
    void onlyWhatWasSavedIsSavedAgainOnTheWayBack() {
        turningBack = true;
        assertThat(next(takenBack(device("a", 1, true, upTo(Phase.UNDO_CHECK)))))
                .isEqualTo(perform("a", Phase.UNDO_SAVE));
        Map<Phase, StepState> steps = upTo(Phase.UNDO_CHECK);
        steps.remove(Phase.SAVE);
        assertThat(next(takenBack(device("a", 1, true, steps)))).isEqualTo(new Finish(RunState.ROLLED_BACK));
    }

    @Test
    void aFailedUndoOfOneDoesNotStopTheUndoOfTheOthers() {
        turningBack = true;
        DeviceProgress failed = takenBack(device(
                "b", 2, true, upTo(Phase.GATE, Phase.PUSH, StepState.FAILED, Phase.UNDO_PUSH, StepState.FAILED)));
        assertThat(next(takenBack(device("a", 1, true, upTo(Phase.PUSH))), failed))
                .isEqualTo(perform("a", Phase.UNDO_PUSH));
        Map<Phase, StepState> undone = upTo(Phase.UNDO_CHECK);
        undone.remove(Phase.SAVE);
        assertThat(next(takenBack(device("a", 1, true, undone)), failed)).isEqualTo(new Finish(RunState.STUCK));
    }

    @Test
    void aStopTakesEverythingBackUnlessNothingIsLeftToBeDone() {
        stopAsked = true;
        assertThat(next(atEnd("a", 1), prepared("b", 2)))
                .isEqualTo(new TakeBack(Set.of("a", "b"), true, Cause.STOPPED, null));
        assertThat(next(atEnd("a", 1))).isEqualTo(new Finish(RunState.SUCCEEDED));
    }

    @Test
    void undoingOneDeviceLetsTheOthersComeToTheirEndAndThenAsks() {
        rule = FailureRule.UNDO_DEVICE;
        DeviceProgress failed = device("a", 1, true, upTo(Phase.READ_BACK, Phase.CHECK_AFTER, StepState.FAILED));
        DeviceProgress checked = device("b", 1, true, upTo(Phase.CHECK_AFTER));
        assertThat(next(failed, checked, prepared("c", 2)))
                .isEqualTo(new TakeBack(Set.of("a"), false, Cause.FAILURE, "a"));
        assertThat(next(takenBack(failed), checked, prepared("c", 2)))
                .isEqualTo(new Perform(List.of(new Step("a", Phase.UNDO_PUSH), new Step("b", Phase.SAVE))));
        Map<Phase, StepState> back = upTo(Phase.UNDO_CHECK);
        back.remove(Phase.SAVE);
        DeviceProgress undone = takenBack(device("a", 1, true, back));
        assertThat(next(undone, atEnd("b", 1), prepared("c", 2)))
                .isEqualTo(new Hold(Hold.Reason.TAKEN_BACK, List.of("a")));
        assertThat(next(skipped(undone), atEnd("b", 1), prepared("c", 2))).isEqualTo(perform("c", Phase.GATE));
        assertThat(next(skipped(undone), atEnd("b", 1), atEnd("c", 2))).isEqualTo(new Finish(RunState.SUCCEEDED));
    }

    @Test
    void undoingAWaveTakesItsDevicesBackAndNoOthers() {
        rule = FailureRule.UNDO_WAVE;
        DeviceProgress failed = device("b", 2, true, upTo(Phase.READ_BACK, Phase.CHECK_AFTER, StepState.FAILED));
        assertThat(next(atEnd("a", 1), failed, atEnd("c", 2), prepared("d", 3)))
                .isEqualTo(new TakeBack(Set.of("b", "c"), false, Cause.FAILURE, "b"));
    }

    @Test
    void stopAndWaitAsksAndUndoesNothing() {
        rule = FailureRule.STOP_AND_WAIT;
        DeviceProgress failed = device("a", 1, true, upTo(Phase.READ_BACK, Phase.CHECK_AFTER, StepState.FAILED));
        assertThat(next(failed, prepared("b", 1))).isEqualTo(new Hold(Hold.Reason.FAILED, List.of("a")));
        DeviceProgress again = device("a", 1, true, upTo(Phase.READ_BACK, Phase.CHECK_AFTER, StepState.AGAIN));
        assertThat(next(again)).isEqualTo(perform("a", Phase.CHECK_AFTER));
        DeviceProgress overridden =
                device("a", 1, true, upTo(Phase.READ_BACK, Phase.CHECK_AFTER, StepState.OVERRIDDEN));
        assertThat(next(overridden)).isEqualTo(perform("a", Phase.SAVE));
        assertThat(next(skipped(failed), prepared("b", 2)))
                .isEqualTo(new TakeBack(Set.of("a"), false, Cause.SKIPPED, null));
    }

    @Test
    void aPauseLetsBegunDevicesComeToTheirEnd() {
        pause = Pause.AFTER_DEVICE;
        assertThat(next(device("a", 1, true, upTo(Phase.CHECK_AFTER)), prepared("b", 2)))
                .isEqualTo(perform("a", Phase.SAVE));
        assertThat(next(atEnd("a", 1), prepared("b", 2))).isEqualTo(new Hold(Hold.Reason.PAUSE_ASKED, List.of()));
        pause = Pause.AFTER_WAVE;
        assertThat(next(device("a", 1, false, upTo(Phase.GATE)), prepared("b", 2)))
                .isEqualTo(perform("a", Phase.PUSH));
    }

    @Test
    void theNextWaveWaitsForThePauseBetweenWaves() {
        waveEndedAt = NOW.minus(Duration.ofMinutes(2));
        assertThat(next(atEnd("a", 1), prepared("b", 2))).isEqualTo(new Wait(NOW.plus(Duration.ofMinutes(3))));
        waveEndedAt = NOW.minus(Duration.ofMinutes(5));
        assertThat(next(atEnd("a", 1), prepared("b", 2))).isEqualTo(perform("b", Phase.GATE));
    }

    @Test
    void atTheTurnBackPointTheRunTurnsBackUnlessTheRestIsDoneInTime() {
        windowCloses = NOW.plus(Duration.ofMinutes(15));
        assertThat(next(atEnd("a", 1), prepared("b", 2))).isEqualTo(perform("b", Phase.GATE));
        windowCloses = NOW.plus(Duration.ofMinutes(9));
        assertThat(next(atEnd("a", 1), prepared("b", 2)))
                .isEqualTo(new TakeBack(Set.of("a", "b"), true, Cause.TURN_BACK_POINT, null));
    }

    @Test
    void whoWaitsForAPersonTurnsBackAtTheTurnBackPoint() {
        windowCloses = NOW.plus(Duration.ofMinutes(15));
        pause = Pause.AFTER_WAVE;
        assertThat(next(atEnd("a", 1), prepared("b", 2)))
                .isEqualTo(new TakeBack(Set.of("a", "b"), true, Cause.TURN_BACK_POINT, null));
        rule = FailureRule.STOP_AND_WAIT;
        pause = Pause.NONE;
        windowCloses = NOW.plus(Duration.ofMinutes(9));
        assertThat(next(atEnd("a", 1), prepared("b", 2))).isEqualTo(new Hold(Hold.Reason.TURN_BACK_POINT, List.of()));
    }

    @Test
    void aDeviceWithoutScriptIsOnlyLookedAt() {
        DeviceProgress quiet =
                new DeviceProgress("quiet", 1, false, false, false, false, false, upTo(Phase.CHECK_BEFORE));
        assertThat(next(quiet)).isEqualTo(new Finish(RunState.SUCCEEDED));
    }
}
