package io.safestep.app.device;

/**
 * How a device stood when it was read last.
 *
 * @param baselineBackupId the version that it should hold; null while there is none
 * @param matches whether it holds it; null when that is not known
 * @param unsaved whether running and startup differ; null when that is not known
 */
public record Standing(Long baselineBackupId, Boolean matches, Boolean unsaved) {}
