package io.safestep.app.approval;

import io.safestep.app.change.BookingCondition;
import io.safestep.app.change.stored.Change;
import io.safestep.app.settings.Network;
import io.safestep.core.schedule.WallClock;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** A change is not booked into a window that opens when its approval has ended. */
@Component
class ApprovedUntil implements BookingCondition {

    private final Approvals approvals;
    private final Network network;

    ApprovedUntil(Approvals approvals, Network network) {
        this.approvals = approvals;
        this.network = network;
    }

    @Override
    public Optional<String> objectionToBooking(Change change, Opening opening) {
        Instant ends = approvals.standings(change, change.seal(), null).ends();
        return ends == null || opening.opensAt().isBefore(ends)
                ? Optional.empty()
                : Optional.of("Its approval ends " + new WallClock(network.zone()).dayAndTime(ends)
                        + ", before this window opens. Choose an earlier one; else it has to be approved again.");
    }
}
