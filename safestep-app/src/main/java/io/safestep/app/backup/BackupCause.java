package io.safestep.app.backup;

/** Why a backup was taken. */
public enum BackupCause {
    BY_HAND,
    BEFORE_CHANGE,
    AFTER_CHANGE
}
