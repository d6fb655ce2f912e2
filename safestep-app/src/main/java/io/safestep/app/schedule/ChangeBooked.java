package io.safestep.app.schedule;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * Told inside the transaction that books a change.
 *
 * @param startAt when the run starts by itself, UTC; null when somebody starts it by hand
 */
public record ChangeBooked(
        int number, long bookingId, @Nullable Instant startAt) {}
