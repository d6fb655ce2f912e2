package io.safestep.app.backup.stored;

/** Of what it is a copy. */
public enum BackupKind {
    RUNNING,
    STARTUP,
    /** Another file of the device, which its platform profile names. */
    FILE,
    /** No copy: what the device should hold, where that was never read from it as a whole. */
    EXPECTED
}
