package io.safestep.app.schedule.windows;

import java.time.Instant;
import java.time.LocalTime;
import org.jspecify.annotations.Nullable;

/**
 * A window, as people see it.
 *
 * @param opens wall time in the network's time zone
 * @param closes wall time; when not after {@code opens}, on the next day
 * @param recurrence a rule by RFC 5545; null for a single window
 * @param openUntil UTC; null when it is not open now
 * @param nextOpensAt UTC; null when it does not open again within a year
 */
public record WindowView(
        long id,
        String name,
        LocalTime opens,
        LocalTime closes,
        @Nullable String recurrence,
        @Nullable Instant openUntil,
        @Nullable Instant nextOpensAt) {}
