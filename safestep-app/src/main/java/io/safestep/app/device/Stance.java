package io.safestep.app.device;

/** Whether Safe Step only reads a device or may write to it. */
public enum Stance {
    OBSERVE,
    MANAGED
}
