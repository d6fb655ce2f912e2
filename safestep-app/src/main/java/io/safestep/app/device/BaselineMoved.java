package io.safestep.app.device;

/**
 * Told inside the transaction in which a device gets another baseline.
 *
 * @param backupId the new baseline
 * @param matches whether the device was found to hold it
 */
public record BaselineMoved(long deviceId, long backupId, boolean matches) {}
