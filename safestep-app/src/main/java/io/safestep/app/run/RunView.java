package io.safestep.app.run;

import io.safestep.core.check.Expectation;
import io.safestep.core.run.Phase;
import io.safestep.core.run.RunState;
import io.safestep.core.run.StepState;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A run as its board shows it. All instants are UTC.
 *
 * @param turnBackAt the last moment at which there is still time to undo everything inside the window
 * @param verdict how it ended, in words; null while it goes on
 * @param attended whether a living process drives it now; when not, what is shown as going on may have been broken off
 */
public record RunView(
        long id,
        int number,
        RunState state,
        String startedBy,
        Instant startedAt,
        @Nullable Instant endedAt,
        Instant estimatedEnd,
        Instant turnBackAt,
        Instant windowOpensAt,
        Instant windowClosesAt,
        @Nullable String stopRequestedBy,
        @Nullable String verdict,
        boolean attended,
        List<Device> devices) {

    /**
     * @param nothingToSend the device is only looked at
     * @param steps the latest attempt at each phase that was begun
     * @param holds what it really holds, as last read
     * @param beforeHash SHA-256 of the backup before the change
     */
    public record Device(
            long id,
            String name,
            int wave,
            @Nullable String partner,
            boolean nothingToSend,
            List<Step> steps,
            @Nullable String holds,
            @Nullable Long beforeBackupId,
            @Nullable String beforeHash,
            @Nullable Long afterBackupId,
            @Nullable String afterHash,
            List<Check> checks) {}

    public record Step(
            Phase phase,
            StepState state,
            Instant startedAt,
            @Nullable Instant endedAt,
            @Nullable String words) {}

    /**
     * One check on one device: what was found before, what is expected, what was found since.
     *
     * @param after the latest look after the change; null when there was none
     * @param undone the latest look after an undo
     */
    public record Check(
            String title,
            Expectation expectation,
            @Nullable String value,
            @Nullable String before,
            @Nullable Boolean beforePassed,
            @Nullable String after,
            @Nullable Boolean afterPassed,
            @Nullable String afterWords,
            int attempts,
            @Nullable String undone,
            @Nullable Boolean undonePassed) {}

    /** @param kind {@code SENT} to the device, {@code HEARD} from it, {@code NOTE} by Safe Step */
    public record Line(long id, @Nullable String device, Instant at, String kind, String text) {}
}
