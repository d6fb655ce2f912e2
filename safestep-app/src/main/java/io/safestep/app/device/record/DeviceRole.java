package io.safestep.app.device.record;

import java.util.Locale;

/** What a device does in the network. */
public enum DeviceRole {
    CORE,
    DISTRIBUTION,
    ACCESS,
    EDGE,
    FIREWALL,
    RELAY;

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
