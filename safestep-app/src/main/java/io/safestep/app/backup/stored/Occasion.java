package io.safestep.app.backup.stored;

import io.safestep.app.audit.AuditLog;
import org.jspecify.annotations.Nullable;

/**
 * Why devices are read.
 *
 * @param changeNumber the change that it belongs to; null for none
 * @param person the log-in of who asked for it
 * @param label a name that a person gives; empty for none
 */
public record Occasion(BackupCause cause, @Nullable Integer changeNumber, String person, String label) {

    public static Occasion of(BackupCause cause) {
        return new Occasion(cause, null, AuditLog.SAFE_STEP, "");
    }

    public static Occasion ofChange(BackupCause cause, int changeNumber) {
        return new Occasion(cause, changeNumber, AuditLog.SAFE_STEP, "");
    }

    public static Occasion byHand(String person, String label) {
        return new Occasion(BackupCause.BY_HAND, null, person, label);
    }
}
