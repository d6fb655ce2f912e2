package io.safestep.core.check.definition;

/** What part of a network's work a change touches. */
public enum Topic {
    /** Routes, neighbours, and the addresses and prefix lists on which they rest. */
    ROUTING,
    /** VLANs and the ports that carry them. */
    VLANS,
    /** Shared gateway addresses. */
    GATEWAYS,
    /** Whether interfaces are up, their addresses and sizes. */
    INTERFACES,
    /** Packet filters and where they are used. */
    FILTERS
}
