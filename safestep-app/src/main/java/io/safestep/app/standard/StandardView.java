package io.safestep.app.standard;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.safestep.app.approval.NeedsView;
import io.safestep.app.sight.Sight;
import io.safestep.core.change.ChangeState;
import io.safestep.core.change.Verdict;
import io.safestep.core.run.RunState;
import io.safestep.core.standard.Bounds;
import io.safestep.core.standard.StandardState;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A standard change.
 *
 * @param inForce what was approved last, whether it still holds or not; null when nothing was
 * @param written what is written or asked for beside it; null when nothing is
 * @param uses changes that were submitted within its bounds, the newest first
 */
public record StandardView(
        long id,
        String name,
        boolean retired,
        @Nullable Version inForce,
        @Nullable Version written,
        List<UseView> uses) {

    StandardView told(Sight sight) {
        return new StandardView(
                id,
                name,
                retired,
                inForce == null ? null : inForce.told(sight),
                written == null ? null : written.told(sight),
                uses);
    }

    /**
     * A version of it.
     *
     * @param number counted from 1
     * @param saysWhy why it stands where it stands, as a sentence; empty where there is nothing to say
     * @param words its bounds, as sentences
     * @param needs the approvals that it needs; empty while it is being written
     * @param mine the one who asks could give one of them now
     */
    public record Version(
            int number,
            StandardState state,
            String saysWhy,
            @JsonUnwrapped Definition definition,
            List<String> words,
            List<String> devices,
            int others,
            @Nullable String seal,
            @JsonUnwrapped StandardDates dates,
            List<NeedsView.Need> needs,
            boolean mine,
            List<DecisionView> decisions) {

        private Version told(Sight sight) {
            List<String> seen = sight.seen(devices);
            return new Version(
                    number,
                    state,
                    saysWhy,
                    definition,
                    words,
                    seen,
                    devices.size() - seen.size(),
                    seal,
                    dates,
                    needs,
                    mine,
                    decisions);
        }
    }

    /**
     * @param templateVersion id of the version of its template
     * @param templateNumber number of that version
     * @param validUntil its last day, in the zone of the network
     */
    public record Definition(
            String purpose,
            long templateVersion,
            String template,
            int templateNumber,
            String platform,
            Bounds bounds,
            Map<String, String> examples,
            LocalDate validUntil) {}

    /** @param authors names of everybody who wrote it */
    public record StandardDates(
            List<String> authors,
            Instant writtenAt,
            @Nullable Instant askedAt,
            @Nullable Instant approvedAt) {}

    public record DecisionView(String person, Verdict verdict, String comment, Instant decidedAt) {}

    /**
     * @param version of the bounds within which it was
     * @param submittedAt UTC
     * @param ended how its last run ended; null while it has not
     */
    public record UseView(
            int number,
            String title,
            ChangeState state,
            boolean nothingWritten,
            int version,
            Instant submittedAt,
            @Nullable RunState ended) {}

    /**
     * One of a list.
     *
     * @param state of what was approved last, else of what is being written
     * @param asked a version waits for its approval
     * @param validUntil of what was approved last; null when nothing was
     * @param uses how many changes were submitted within its bounds
     * @param succeeded how many of them ran and succeeded
     * @param failed how many were rolled back or got stuck
     */
    public record StandardRow(
            long id,
            String name,
            StandardState state,
            boolean asked,
            String purpose,
            String template,
            @Nullable LocalDate validUntil,
            int uses,
            int succeeded,
            int failed) {}

    /**
     * What would follow from a standard change that is being written.
     *
     * @param devices for which it could be approved, of those that the one who asks sees
     * @param leftOut devices of which the bounds speak and for which it can't be approved, with the reason
     * @param needs the approvals that it would need
     */
    public record TrialView(
            List<String> words, List<String> devices, List<LeftOutView> leftOut, List<NeedsView.Need> needs) {}

    public record LeftOutView(String device, String why) {}
}
