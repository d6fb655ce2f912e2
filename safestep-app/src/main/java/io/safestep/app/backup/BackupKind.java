package io.safestep.app.backup;

/** Which of a device's configurations was copied. */
public enum BackupKind {
    RUNNING,
    STARTUP
}
