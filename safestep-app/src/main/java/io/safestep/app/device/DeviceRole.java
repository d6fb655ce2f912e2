package io.safestep.app.device;

/** What a device does in the network. */
public enum DeviceRole {
    CORE,
    DISTRIBUTION,
    ACCESS,
    EDGE,
    FIREWALL,
    RELAY
}
