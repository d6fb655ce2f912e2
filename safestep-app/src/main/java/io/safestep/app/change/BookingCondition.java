package io.safestep.app.change;

import io.safestep.app.change.stored.Change;
import java.time.Instant;
import java.util.Optional;

/** Something that has to be true before a change is booked. */
public interface BookingCondition {

    /**
     * @param window id of the window
     * @param opensAt when the window opens, UTC
     * @return what stands against booking it there, in a sentence; empty when nothing does
     */
    Optional<String> objectionToBooking(Change change, long window, Instant opensAt);
}
