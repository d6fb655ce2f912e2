package io.safestep.app.change;

import io.safestep.app.change.stored.Change;
import java.util.Optional;

/** Something that has to be true before a change is approved. */
public interface ApprovalCondition {

    /** What stands against approving it, in a sentence; empty when nothing does. */
    Optional<String> objectionToApproval(Change change);
}
