package io.safestep.app.backup;

/**
 * Told inside the transaction in which it is noted that a device could not be backed up, and could be before.
 *
 * @param problem why, a sentence
 */
public record BackupFailed(long deviceId, String problem) {}
