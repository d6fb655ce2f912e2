package io.safestep.app.backup;

import io.safestep.app.backup.stored.Occasion;
import java.time.Instant;

/**
 * Told inside the transaction that stores a backup.
 *
 * @param runningId the version that the device shows now
 * @param isNew it was not known before
 * @param matches whether running is the same as the baseline; null when there is no baseline, or it was not compared
 * @param unsaved whether running and startup differ; null when that is not known
 * @param newlyUnsaved they differ now, and did not when the device was read before
 * @param loggedIn who is known to have been logged in, in words
 * @param at UTC
 */
public record BackedUp(
        long deviceId,
        long runningId,
        boolean isNew,
        Boolean matches,
        Boolean unsaved,
        boolean newlyUnsaved,
        Occasion occasion,
        String loggedIn,
        Instant at) {}
