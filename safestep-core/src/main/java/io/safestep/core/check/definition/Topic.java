package io.safestep.core.check.definition;

/** What part of a network's work a change touches. */
public enum Topic {
    /** Routes, neighbours, and the addresses and prefix lists on which they rest. */
    ROUTING("routing"),
    /** VLANs and the ports that carry them. */
    VLANS("VLANs"),
    /** Shared gateway addresses. */
    GATEWAYS("shared gateways"),
    /** Whether interfaces are up, their addresses and sizes. */
    INTERFACES("interfaces"),
    /** Packet filters and where they are used. */
    FILTERS("packet filters");

    private final String words;

    Topic(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
