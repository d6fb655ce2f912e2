package io.safestep.app.change;

import io.safestep.app.change.stored.Change;
import java.time.Instant;
import java.util.Optional;

/** Something that has to be true before a change is booked. */
public interface BookingCondition {

    /** @return what stands against booking it there, in a sentence; empty when nothing does */
    Optional<String> objectionToBooking(Change change, Opening opening);

    /**
     * An opening of a window.
     *
     * @param window its id
     * @param name of the window
     * @param opensAt UTC
     * @param usual the window opens again and again
     */
    record Opening(long window, String name, Instant opensAt, boolean usual) {}
}
