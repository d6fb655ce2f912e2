package io.safestep.app.drift;

import java.time.Instant;

/**
 * Told inside the transaction in which a device is found changed, or changed once more.
 *
 * @param summary what differs from the baseline, in one line
 * @param loggedIn who is known to have been logged in, in words
 * @param at UTC
 */
public record DriftFound(long findingId, long deviceId, String summary, String loggedIn, Instant at) {}
