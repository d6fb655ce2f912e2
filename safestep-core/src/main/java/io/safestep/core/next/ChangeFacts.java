package io.safestep.core.next;

import io.safestep.core.change.ChangeState;
import io.safestep.core.change.Verdict;
import io.safestep.core.run.RunState;
import io.safestep.core.schedule.Occurrence;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * What has to be known of a change to say what is next.
 *
 * @param subject as people write it, for example {@code CR-1042}
 * @param author name of who wrote it
 * @param devices how many it changes
 * @param now the moment for which is asked, UTC
 * @param review what was decided about it
 * @param booked where it is booked; null when it is not
 * @param run its latest run; null when it has not run
 */
public record ChangeFacts(
        String subject,
        ChangeState state,
        String author,
        boolean emergency,
        int devices,
        Instant now,
        Review review,
        @Nullable Booked booked,
        @Nullable Run run) {

    /**
     * @param last the latest decision; null when there is none
     * @param inForce the decision that counts for the content as it is; null when none does
     * @param looked somebody who may approve has looked at it as it is, before it ran or afterwards
     * @param standard name of the standard change that lets it run without an approval of its own; null for none
     * @param moved where devices hold something else by now than what was decided about, so that it came back, to follow on
     *     "changed outside:"; null when it did not come back for that
     */
    public record Review(
            @Nullable Decided last,
            @Nullable Decided inForce,
            boolean looked,
            Asked asked,
            @Nullable String standard,
            @Nullable String moved) {

        /** With what was decided about itself alone. */
        public Review(@Nullable Decided last, @Nullable Decided inForce, boolean looked, Asked asked) {
            this(last, inForce, looked, asked, null, null);
        }

        public static final Review NONE = new Review(null, null, false, Asked.NOTHING);
    }

    /**
     * The approvals that it needs.
     *
     * @param given how many are there
     * @param needed how many it takes
     * @param waitsFor which of them are missing whose turn it is, to follow on "It waits for"; empty for none
     */
    public record Asked(int given, int needed, String waitsFor) {
        public static final Asked NOTHING = new Asked(0, 0, "");
    }

    /** @param seal in brief, of what was decided about */
    public record Decided(Verdict verdict, String person, String comment, String seal) {}

    /**
     * @param opening of the window, UTC
     * @param turnBack the last moment at which there is still time to undo everything, UTC
     * @param automatic it starts by itself when the window opens
     * @param fits there is time to do and, if need be, to undo everything
     * @param freeze the freeze that leaves no time for it, as a sentence; null when none does
     * @param refusal why the last start was refused, as a sentence; null when none was
     */
    public record Booked(
            Occurrence opening,
            Instant turnBack,
            boolean automatic,
            boolean fits,
            @Nullable String freeze,
            @Nullable String refusal) {

        boolean open(Instant now) {
            return opening.contains(now);
        }

        boolean over(Instant now) {
            return !now.isBefore(opening.end());
        }
    }

    /**
     * @param written whether anything was written to a device
     * @param devices how many it has
     * @param done how many of them hold their outcome and are saved, or needed nothing
     * @param waitsFor what it waits for a person for, in words without a final stop; null when it waits for nobody
     * @param verdict how it ended, as a sentence; null while it goes on
     * @param ended when it ended, UTC; null while it goes on, or where nobody asks
     */
    public record Run(
            RunState state,
            boolean written,
            int devices,
            int done,
            @Nullable String waitsFor,
            @Nullable String verdict,
            @Nullable Instant ended) {}
}
