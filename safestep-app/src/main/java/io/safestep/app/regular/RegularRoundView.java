package io.safestep.app.regular;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import org.jspecify.annotations.Nullable;

/**
 * A round that begins by itself.
 *
 * @param title what its action is called for people
 * @param group name of the group; null for all devices
 * @param nextAt when it begins next, UTC; null when it does not
 * @param lastWords how the last time went that it should have begun; empty before that
 */
record RegularRoundView(
        long id,
        String name,
        String action,
        String title,
        @Nullable String group,
        @JsonUnwrapped Times times,
        boolean active,
        String changedBy,
        @Nullable Instant nextAt,
        @Nullable Long lastRoundId,
        String lastWords) {

    /**
     * When it is.
     *
     * @param at wall time in {@code zone}
     * @param recurrence a recurrence rule (RFC 5545, section 3.3.10)
     * @param spreadMinutes over how long a stretch its devices are begun
     */
    public record Times(LocalDate firstDay, LocalTime at, String recurrence, String zone, int spreadMinutes) {}
}
