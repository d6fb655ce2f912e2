package io.safestep.core.approval;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * How far an approval is that a change needs.
 *
 * @param given those in force, in the order in which they were given
 * @param missing how many have to be given still
 * @param open its turn has come, and it is not there yet
 * @param due when it has to be there, UTC; null when nobody waits for a time, or it is there
 * @param overdue that time is past
 * @param ends when the first of those in force ends, UTC; null when none does
 * @param deadEnd why nobody can give it, with what to do; null when somebody can, or it is there
 */
public record NeedStanding(
        ApprovalNeed need,
        List<GivenApproval> given,
        int missing,
        boolean open,
        @Nullable Instant due,
        boolean overdue,
        @Nullable Instant ends,
        @Nullable String deadEnd) {

    public boolean satisfied() {
        return missing == 0;
    }

    /** To follow on "It waits for". */
    public String waitsFor() {
        String many = missing == 1 ? "an approval" : missing + " approvals";
        return many + " of " + need.of();
    }
}
