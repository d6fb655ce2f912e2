package io.safestep.core.run;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.run.BoardRow.Notes;
import io.safestep.core.run.BoardRow.Undo;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class BoardRowTest {

    private static final String HASH = "5e1f90ab5e1f90ab";

    private static DeviceProgress device(
            boolean hasScript, boolean timer, boolean skipped, Map<Phase, StepState> steps) {
        return new DeviceProgress(
                "brn-gw-b", 1, hasScript, timer, steps.containsKey(Phase.PUSH), false, skipped, steps);
    }

    private static DeviceProgress device(Map<Phase, StepState> steps) {
        return device(true, false, false, steps);
    }

    private static Notes notes(Phase latest, Map<Phase, String> words, String holds) {
        return new Notes(words, latest, holds, HASH, null, false, false);
    }

    private static String words(DeviceProgress device, Phase latest) {
        return BoardRow.of(device, notes(latest, Map.of(), null)).words();
    }

    @Test
    void theTimerIsConfirmedOnlyWhereThereIsOne() {
        assertThat(BoardRow.of(device(Map.of()), notes(null, Map.of(), null)).phases())
                .containsExactly(
                        Phase.BACK_UP,
                        Phase.CHECK_BEFORE,
                        Phase.GATE,
                        Phase.PUSH,
                        Phase.READ_BACK,
                        Phase.CHECK_AFTER,
                        Phase.SAVE,
                        Phase.AFTER_BACKUP);
        assertThat(BoardRow.of(device(true, true, false, Map.of()), notes(null, Map.of(), null))
                        .phases())
                .contains(Phase.CONFIRM);
    }

    @Test
    void whereNothingIsSentItIsOnlyLookedAt() {
        BoardRow row = BoardRow.of(
                device(false, true, false, Map.of(Phase.BACK_UP, StepState.DONE, Phase.CHECK_BEFORE, StepState.DONE)),
                notes(Phase.CHECK_BEFORE, Map.of(), null));
        assertThat(row.phases()).isEqualTo(Phase.PREPARATION);
        assertThat(row.words()).isEqualTo("nothing to send");
        assertThat(row.arrived()).isTrue();
        assertThat(row.mayBeLeftOut()).isFalse();
    }

    @Test
    void aDeviceThatIsLeftOutGoesThroughNothingMore() {
        Map<Phase, StepState> steps = Map.of(Phase.BACK_UP, StepState.FAILED);
        BoardRow row = BoardRow.of(
                device(true, false, true, steps),
                new Notes(Map.of(Phase.BACK_UP, "no answer"), Phase.BACK_UP, null, null, "pquill: away", false, false));
        assertThat(row.phases()).containsExactly(Phase.BACK_UP);
        assertThat(row.words()).isEqualTo("left out by pquill: away");
        assertThat(row.failed()).as("somebody has decided").isNull();
        assertThat(row.mayBeLeftOut()).isFalse();
    }

    @Test
    void saysWhatItIsAtAndHowItEnded() {
        assertThat(words(device(Map.of()), null)).isEqualTo("waits");
        assertThat(BoardRow.of(device(Map.of()), new Notes(Map.of(), null, null, null, null, true, false))
                        .words())
                .isEqualTo("not reached");
        assertThat(words(device(Map.of(Phase.BACK_UP, StepState.GOING)), Phase.BACK_UP))
                .isEqualTo("going on");
        assertThat(words(
                        device(Map.of(Phase.BACK_UP, StepState.DONE, Phase.CHECK_BEFORE, StepState.DONE)),
                        Phase.CHECK_BEFORE))
                .isEqualTo("ready · backup 5e1f90ab");
        DeviceProgress pushed = device(Map.of(Phase.PUSH, StepState.DONE));
        assertThat(BoardRow.of(pushed, notes(Phase.PUSH, Map.of(Phase.PUSH, "4 of 4 commands taken"), null))
                        .words())
                .isEqualTo("4 of 4 commands taken");
        DeviceProgress saved = device(Map.of(Phase.PUSH, StepState.DONE, Phase.AFTER_BACKUP, StepState.DONE));
        BoardRow row = BoardRow.of(saved, notes(Phase.AFTER_BACKUP, Map.of(), "holds the outcome"));
        assertThat(row.words()).isEqualTo("holds the outcome, saved");
        assertThat(row.arrived()).isTrue();
        assertThat(row.mayBeLeftOut()).isFalse();
    }

    @Test
    void saysWhatFailedAndHowFarTheWayBackIs() {
        Map<Phase, String> words = Map.of(Phase.CHECK_AFTER, "Neighbours: gone: 10.77.40.2");
        DeviceProgress failed = device(Map.of(Phase.PUSH, StepState.DONE, Phase.CHECK_AFTER, StepState.FAILED));
        BoardRow row = BoardRow.of(failed, notes(Phase.CHECK_AFTER, words, null));
        assertThat(row.failed()).isEqualTo(Phase.CHECK_AFTER);
        assertThat(row.words()).isEqualTo("Neighbours: gone: 10.77.40.2");
        assertThat(row.undo()).isEqualTo(Undo.NONE);
        DeviceProgress going = device(Map.of(
                Phase.PUSH, StepState.DONE, Phase.CHECK_AFTER, StepState.FAILED, Phase.UNDO_PUSH, StepState.GOING));
        assertThat(BoardRow.of(going, notes(Phase.UNDO_PUSH, words, null)).words())
                .endsWith("; being undone");
        DeviceProgress undone = device(Map.of(
                Phase.PUSH, StepState.DONE,
                Phase.CHECK_AFTER, StepState.FAILED,
                Phase.UNDO_PUSH, StepState.DONE,
                Phase.UNDO_READ_BACK, StepState.DONE,
                Phase.UNDO_CHECK, StepState.DONE));
        assertThat(BoardRow.of(undone, notes(Phase.UNDO_CHECK, words, null)).undo())
                .isEqualTo(Undo.DONE);
        DeviceProgress stuck = device(Map.of(
                Phase.PUSH, StepState.DONE, Phase.CHECK_AFTER, StepState.FAILED, Phase.UNDO_PUSH, StepState.FAILED));
        assertThat(BoardRow.of(stuck, notes(Phase.UNDO_PUSH, words, null)).words())
                .endsWith("; undo failed");
    }

    /** What was saved with the change in it has to be saved once more before it counts as undone. */
    @Test
    void theWayBackIsNotDoneBeforeStartupIsSavedAgain() {
        DeviceProgress looked = device(Map.of(
                Phase.PUSH, StepState.DONE,
                Phase.SAVE, StepState.DONE,
                Phase.UNDO_PUSH, StepState.DONE,
                Phase.UNDO_READ_BACK, StepState.DONE,
                Phase.UNDO_CHECK, StepState.DONE));
        assertThat(BoardRow.of(looked, notes(Phase.UNDO_CHECK, Map.of(), null)).undo())
                .isEqualTo(Undo.GOING);
    }

    @Test
    void nothingIsLeftOutOfARunThatTurnsBackOrHasEnded() {
        DeviceProgress waits = device(Map.of(Phase.BACK_UP, StepState.DONE));
        assertThat(BoardRow.of(waits, notes(Phase.BACK_UP, Map.of(), null)).mayBeLeftOut())
                .isTrue();
        assertThat(BoardRow.of(waits, new Notes(Map.of(), Phase.BACK_UP, null, null, null, false, true))
                        .mayBeLeftOut())
                .isFalse();
        assertThat(BoardRow.of(waits, new Notes(Map.of(), Phase.BACK_UP, null, null, null, true, false))
                        .mayBeLeftOut())
                .isFalse();
    }

    @Test
    void theHeadlineCounts() {
        DeviceProgress done = device(Map.of(Phase.PUSH, StepState.DONE, Phase.AFTER_BACKUP, StepState.DONE));
        DeviceProgress left = device(true, false, true, Map.of(Phase.BACK_UP, StepState.FAILED));
        DeviceProgress waits = device(Map.of());
        assertThat(BoardRow.headline(RunState.SUCCEEDED, List.of(done, left), false, false))
                .isEqualTo("Succeeded on 1 of 2 devices, 1 left out");
        assertThat(BoardRow.headline(RunState.RUNNING, List.of(done, waits), false, false))
                .isEqualTo("Running: 1 of 2 devices done");
        assertThat(BoardRow.headline(RunState.RUNNING, List.of(waits), false, true))
                .isEqualTo("Stopping");
        assertThat(BoardRow.headline(RunState.PAUSED, List.of(waits), false, false))
                .isEqualTo("Waiting for a person: 0 of 1 device done");
        assertThat(BoardRow.headline(RunState.ROLLED_BACK, List.of(waits), true, true))
                .isEqualTo("Stopped before anything was written");
        assertThat(BoardRow.headline(RunState.ROLLED_BACK, List.of(done), true, true))
                .isEqualTo("Rolled back");
        assertThat(BoardRow.headline(RunState.ROLLING_BACK, List.of(done), false, false))
                .isEqualTo("Taking back a part");
        assertThat(BoardRow.headline(RunState.ROLLING_BACK, List.of(done), true, false))
                .isEqualTo("Rolling back");
        assertThat(BoardRow.headline(RunState.STUCK, List.of(done), true, false))
                .startsWith("Stuck");
    }
}
