package io.safestep.app.run.journal;

import io.safestep.core.run.StepState;
import org.jspecify.annotations.Nullable;

/**
 * What came of a phase.
 *
 * @param words a sentence without a final stop, for people
 * @param found what it has found out about the device
 */
public record PhaseResult(StepState state, String words, Found found) {

    /**
     * What is written down about a device together with the result.
     *
     * @param beforeBackupId the backup before the change; null where none was taken
     * @param afterBackupId the backup after it; null where none was taken
     * @param holds what the device really holds, in words; null where that was not looked at
     * @param timerStopped no dead-man timer runs on it any more
     */
    record Found(
            @Nullable Long beforeBackupId,
            @Nullable Long afterBackupId,
            @Nullable String holds,
            boolean timerStopped) {

        static final Found NOTHING = new Found(null, null, null, false);
    }

    private PhaseResult(StepState state, String words) {
        this(state, words, Found.NOTHING);
    }

    public static PhaseResult done(String words) {
        return new PhaseResult(StepState.DONE, words);
    }

    /** It has to be done once more, after what was found. */
    public static PhaseResult again(String words) {
        return new PhaseResult(StepState.AGAIN, words);
    }

    /** What devices and drivers say are whole sentences; here the words go on. */
    public static PhaseResult failed(String words) {
        return new PhaseResult(StepState.FAILED, words.endsWith(".") ? words.substring(0, words.length() - 1) : words);
    }

    public PhaseResult backedUpBefore(long backupId) {
        return new PhaseResult(state, words, new Found(backupId, null, null, false));
    }

    public PhaseResult backedUpAfter(long backupId) {
        return new PhaseResult(state, words, new Found(null, backupId, null, false));
    }

    public PhaseResult holding(String held) {
        return new PhaseResult(state, words, new Found(null, null, held, false));
    }

    public PhaseResult holdingWithoutTimer(String held) {
        return new PhaseResult(state, words, new Found(null, null, held, true));
    }
}
