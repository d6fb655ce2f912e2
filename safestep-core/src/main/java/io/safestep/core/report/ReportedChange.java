package io.safestep.core.report;

import io.safestep.core.change.ChangeState;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A change as reports look at it.
 *
 * @param number as in CR-1001
 * @param kind normal or emergency, as people call it
 * @param state where it stands now
 * @param submittedAt when it was submitted last, UTC
 * @param approvedAt when its last approval was given after that, UTC; null while there is none
 * @param emergency whether it could run before it was approved
 * @param reviewedAt when an emergency was reviewed afterwards, UTC; null while it was not
 */
public record ReportedChange(
        int number,
        String title,
        String kind,
        ChangeState state,
        Instant submittedAt,
        @Nullable Instant approvedAt,
        boolean emergency,
        @Nullable Instant reviewedAt) {

    /** How long it waited for its approval; nothing while it waits, and for what was approved before it was submitted last. */
    Optional<Duration> waited() {
        return Optional.ofNullable(approvedAt)
                .filter(at -> !at.isBefore(submittedAt))
                .map(at -> Duration.between(submittedAt, at));
    }
}
