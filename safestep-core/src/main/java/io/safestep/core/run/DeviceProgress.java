package io.safestep.core.run;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What is known about one device of a run.
 *
 * @param device its name
 * @param wave in which wave it is changed, counted from 1
 * @param hasScript false for a device to which nothing is sent
 * @param timer its platform has a dead-man timer
 * @param written a command of the script was about to be sent, so that the device may hold something of it
 * @param takenBack it was decided that it is brought back to what it held before
 * @param skipped a person decided that it is left out
 * @param steps the latest state of each phase that was started
 */
public record DeviceProgress(
        String device,
        int wave,
        boolean hasScript,
        boolean timer,
        boolean written,
        boolean takenBack,
        boolean skipped,
        Map<Phase, StepState> steps) {

    public DeviceProgress {
        steps = Map.copyOf(steps);
    }

    boolean is(Phase phase, StepState state) {
        return steps.get(phase) == state;
    }

    boolean passed(Phase phase) {
        StepState state = steps.get(phase);
        return state != null && state.passed();
    }

    boolean started(Phase phase) {
        return steps.containsKey(phase);
    }

    boolean going() {
        return steps.containsValue(StepState.GOING);
    }

    /** The phase on the way there that failed and about which nobody has decided. */
    public Optional<Phase> failure() {
        return firstFailed(Phase.PREPARATION).or(() -> firstFailed(Phase.EXECUTION));
    }

    private Optional<Phase> firstFailed(List<Phase> phases) {
        return phases.stream().filter(p -> is(p, StepState.FAILED)).findFirst();
    }

    /** A phase of the way back failed. */
    public boolean wayBackFailed() {
        return firstFailed(Phase.WAY_BACK).isPresent();
    }

    /** Whether it has to be brought back and is not yet, nor known to fail at it. */
    boolean wayBackOpen() {
        return mustGoBack() && !wayBackFailed() && nextBack().isPresent();
    }

    boolean mustGoBack() {
        return takenBack && written;
    }

    /** The next phase of the way back, whether or not it is going on now. */
    Optional<Phase> nextBack() {
        return Phase.WAY_BACK.stream()
                .filter(p -> p != Phase.UNDO_SAVE || started(Phase.SAVE))
                .filter(p -> !passed(p))
                .findFirst();
    }

    /** The next phase of its preparation. */
    Optional<Phase> nextPreparation() {
        return Phase.PREPARATION.stream().filter(p -> !passed(p)).findFirst();
    }

    /** The next phase of its own change; empty when it has come to its end. */
    Optional<Phase> nextExecution() {
        return Phase.EXECUTION.stream()
                .filter(p -> p != Phase.CONFIRM || timer)
                // What may have written is never blindly repeated: reading back tells what the device holds.
                .filter(p -> !written || (p != Phase.GATE && p != Phase.PUSH))
                .filter(p -> !passed(p))
                .findFirst();
    }

    /** Nothing is to be done on the way there any more: at its end, left out, or taken back. */
    boolean settled() {
        return !hasScript || skipped || takenBack || nextExecution().isEmpty();
    }

    /** It still has to get, or to hold and show, its outcome. */
    boolean atWork() {
        return !settled() && failure().isEmpty();
    }
}
