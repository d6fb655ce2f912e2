package io.safestep.core.check;

/** What sort of thing a check looks at. */
public enum LookKind {
    /** A read command that the platform profile names, sent to a device. */
    READ,
    /** Whether Safe Step can log in to the device. */
    REACHABLE,
    /** Whether startup is the same as running. */
    SAVED,
    /** Whether a TCP port answers Safe Step. */
    TCP,
    /** What the device has written to its log since the run began. */
    LOG,
    /** A question that a person answers after the change. */
    CONFIRM
}
