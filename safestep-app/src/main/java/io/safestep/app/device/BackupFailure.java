package io.safestep.app.device;

import jakarta.persistence.Embeddable;
import java.time.Instant;

/**
 * That the last backup of a device was not possible.
 *
 * @param backupFailedAt when it was tried, UTC
 * @param backupProblem why, as a sentence
 */
@Embeddable
record BackupFailure(Instant backupFailedAt, String backupProblem) {}
