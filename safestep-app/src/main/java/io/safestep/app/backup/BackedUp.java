package io.safestep.app.backup;

import io.safestep.app.backup.stored.Occasion;
import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;
import java.time.Instant;

/**
 * Told inside the transaction that stores a backup.
 *
 * @param runningId the version that the device shows now
 * @param isNew it was not known before
 * @param match whether running is the same as the baseline
 * @param saved whether running and startup are the same
 * @param newlyUnsaved they differ now, and did not when the device was read before
 * @param loggedIn who is known to have been logged in, in words
 * @param at UTC
 */
public record BackedUp(
        long deviceId,
        long runningId,
        boolean isNew,
        Match match,
        Saved saved,
        boolean newlyUnsaved,
        Occasion occasion,
        String loggedIn,
        Instant at) {}
