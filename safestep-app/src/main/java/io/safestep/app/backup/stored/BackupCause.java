package io.safestep.app.backup.stored;

import java.util.Locale;

/** Why a backup was taken. */
public enum BackupCause {
    BY_HAND,
    SCHEDULED,
    BEFORE_CHANGE,
    AFTER_CHANGE,
    /** It was looked whether the device had changed, and it had. */
    FOUND_CHANGED,
    /** Read from a file, not from the device. */
    IMPORTED,
    /** Computed: what the device should hold after a change, when it was changed elsewhere before. */
    EXPECTED;

    public String inWords() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
