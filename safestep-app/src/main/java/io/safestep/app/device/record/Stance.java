package io.safestep.app.device.record;

import java.util.Locale;

/** Whether Safe Step only reads a device or may write to it. */
public enum Stance {
    OBSERVE,
    MANAGED;

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
