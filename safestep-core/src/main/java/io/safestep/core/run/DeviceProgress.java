package io.safestep.core.run;

import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

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
        Map<Phase, StepState> copy = new EnumMap<>(Phase.class);
        copy.putAll(steps);
        steps = Collections.unmodifiableMap(copy);
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
        Phase preparation = firstFailed(Phase.PREPARATION);
        return Optional.ofNullable(preparation == null ? firstFailed(Phase.EXECUTION) : preparation);
    }

    // Loops: every decision asks all devices of a run many times.
    private @Nullable Phase firstFailed(List<Phase> phases) {
        for (Phase phase : phases) {
            if (is(phase, StepState.FAILED)) {
                return phase;
            }
        }
        return null;
    }

    /** A phase of the way back failed. */
    public boolean wayBackFailed() {
        return firstFailed(Phase.WAY_BACK) != null;
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
        return next(Phase.WAY_BACK);
    }

    /** The next phase of its preparation. */
    Optional<Phase> nextPreparation() {
        return next(Phase.PREPARATION);
    }

    /** The next phase of its own change; empty when it has come to its end. */
    Optional<Phase> nextExecution() {
        return next(Phase.EXECUTION);
    }

    private Optional<Phase> next(List<Phase> phases) {
        for (Phase phase : phases) {
            if (isNeeded(phase) && !passed(phase)) {
                return Optional.of(phase);
            }
        }
        return Optional.empty();
    }

    private boolean isNeeded(Phase phase) {
        return switch (phase) {
            case CONFIRM -> timer;
            // What may have written is never blindly repeated: reading back tells what the device holds.
            case GATE, PUSH -> !written;
            case UNDO_SAVE -> started(Phase.SAVE);
            default -> true;
        };
    }

    /** Nothing is to be done on the way there any more: at its end, left out, or taken back. */
    boolean settled() {
        return !hasScript || skipped || takenBack || nextExecution().isEmpty();
    }

    /** It holds its outcome and is saved; or, where nothing is sent to it, was looked at. */
    public boolean arrived() {
        return hasScript ? passed(Phase.AFTER_BACKUP) && !takenBack : passed(Phase.CHECK_BEFORE);
    }

    /** Whether a person may leave it out: it has something before it, and nobody has left it out. */
    public boolean mayBeLeftOut() {
        return hasScript && !skipped && !arrived();
    }

    /** The same device with other steps. */
    public DeviceProgress with(Map<Phase, StepState> others) {
        return new DeviceProgress(device, wave, hasScript, timer, written, takenBack, skipped, others);
    }

    /** It still has to get, or to hold and show, its outcome. */
    boolean atWork() {
        return !settled() && failure().isEmpty();
    }
}
