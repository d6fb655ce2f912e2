package io.safestep.app.backup;

import io.safestep.core.config.ConfigEngine;
import java.util.Objects;

/**
 * A text that was read from a device.
 *
 * @param file the name of the file in the platform profile; null for a configuration
 * @param engine reads it
 */
record DeviceText(BackupKind kind, String file, String text, ConfigEngine engine) {

    /** Whether a version is one of the same configuration or file. */
    boolean isOf(Backup version) {
        return version.kind() == kind && Objects.equals(version.file(), file);
    }

    boolean isSameAs(String other) {
        return text.equals(other) || engine.same(engine.read(text), engine.read(other));
    }
}
