package io.safestep.app.approval;

import io.safestep.app.change.stored.Change;
import io.safestep.app.sight.Sight;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** By what a change may run that needs no approval of its own: it keeps within what was approved once for all of its kind. */
public interface StandingApproval {

    /**
     * How a change, stored or not, keeps to the standard change as whose use it is written; empty when as none.
     *
     * @param sight of who is told
     */
    Optional<Kept> kept(Change change, Sight sight);

    /** What lets changes run without an approval of their own, by their ids, as far as they were submitted so. */
    Map<Long, Standing> of(Collection<Long> changeIds);

    /** Numbers of changes that wait for their run and that nothing of the kind lets run any longer. */
    List<Integer> over();

    /**
     * @param standard id of the standard change
     * @param outside why it needs approvals of its own, as sentences; empty when it needs none
     * @param bounds what was approved, as sentences
     */
    record Kept(long standard, String name, List<String> outside, List<String> bounds) {}

    /**
     * @param name of the standard change
     * @param seal of the change as it was submitted
     * @param until when it no longer lets it run, UTC
     */
    record Standing(String name, int version, String seal, Instant from, Instant until) {

        /** Whether content with this seal could run at a moment. */
        boolean letsThrough(@Nullable String sealNow, Instant at) {
            return seal.equals(sealNow) && !at.isBefore(from) && at.isBefore(until);
        }
    }
}
