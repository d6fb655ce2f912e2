package io.safestep.app.backup.stored;

import io.safestep.core.config.ConfigEngine;
import org.jspecify.annotations.Nullable;

/**
 * A text that was read from a device.
 *
 * @param file the name of the file in the platform profile; null for a configuration
 * @param engine reads it
 */
public record DeviceText(BackupKind kind, @Nullable String file, String text, ConfigEngine engine) {

    public boolean isSameAs(String other) {
        return text.equals(other) || engine.same(engine.read(text), engine.read(other));
    }
}
