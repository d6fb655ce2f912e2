package io.safestep.app.drift;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.safestep.app.backup.views.DifferenceRowView;
import io.safestep.core.drift.FindingState;
import io.safestep.core.drift.FindingStep;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A finding with everything that is needed to decide about it. All times are UTC.
 *
 * @param rows what differs between the baseline and what was found, secrets masked
 * @param wayBack the commands that would bring the device back, secrets masked
 * @param wayBackProblem why they can't be derived; null when they can
 * @param intendedId the version that is expected
 * @param actualId the version that was found
 * @param lastGoodId the version that the device ran when it was last seen to match; null when it never was
 * @param entries what happened to the finding, oldest first
 */
record FindingView(
        Row row,
        List<DifferenceRowView> rows,
        List<String> wayBack,
        @Nullable String wayBackProblem,
        long intendedId,
        long actualId,
        @Nullable Long lastGoodId,
        List<Entry> entries) {

    /**
     * One finding in a list.
     *
     * @param summary what differs, in one line
     * @param loggedIn who is known to have been logged in, in words; empty when nobody is known
     * @param changesThen the changes that ran anywhere when it was found; empty for none
     */
    record Row(
            long id,
            String device,
            String site,
            FindingState state,
            String summary,
            String loggedIn,
            String changesThen,
            @JsonUnwrapped Seen seen,
            @JsonUnwrapped Decided decided,
            int version) {

        /**
         * When the device was seen to differ and to match, UTC.
         *
         * @param lastSeenAt when the device was read last
         * @param lastCleanAt when it was last seen to match; null when it never was
         * @param matchesAgainAt since when it matches again; null while it does not
         */
        public record Seen(
                Instant firstSeenAt,
                @Nullable Instant lastSeenAt,
                @Nullable Instant lastCleanAt,
                @Nullable Instant matchesAgainAt,
                @Nullable Instant endedAt) {}

        /**
         * What is decided about it, or has to be.
         *
         * @param decideBy when somebody has to have decided; null when nothing says so
         * @param changeNumber the change to which it is linked, or that brings it back
         * @param owner who answers for it while it is on hold
         */
        public record Decided(
                @Nullable Instant decideBy,
                @Nullable Integer changeNumber,
                @Nullable String owner,
                @Nullable Instant holdUntil) {}
    }

    record Entry(Instant at, String person, FindingStep step, String words) {}
}
