package io.safestep.app.approval;

import io.safestep.app.change.ClosingCondition;
import io.safestep.app.change.stored.Change;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** An emergency that ran before it was approved is not closed before it was reviewed. */
@Component
class ReviewBeforeClosing implements ClosingCondition {

    private final Approvals approvals;

    ReviewBeforeClosing(Approvals approvals) {
        this.approvals = approvals;
    }

    @Override
    public Optional<String> objection(Change change) {
        return change.isEmergency() && !approvals.looked(change)
                ? Optional.of(
                        change.subject() + " ran as an emergency before it was approved. Somebody who may approve has"
                                + " to review it first, on the rung Approve.")
                : Optional.empty();
    }
}
