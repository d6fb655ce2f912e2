package io.safestep.app.device;

import jakarta.persistence.Embeddable;
import org.jspecify.annotations.Nullable;

/**
 * What is expected of a device.
 *
 * @param baselineBackupId the backup that it should hold; null while there is none
 * @param matches whether it was found to hold it; null while it was not read since
 */
@Embeddable
record HeldBaseline(
        @Nullable Long baselineBackupId, @Nullable Boolean matches) {}
