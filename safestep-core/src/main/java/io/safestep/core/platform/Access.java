package io.safestep.core.platform;

/** How a platform is talked with. */
public sealed interface Access permits CommandLine, NetconfAccess, RestconfAccess {

    /** Whether the device can take its startup configuration into force as a whole, without starting anew. */
    boolean restoresStartup();

    /** Whether the platform has a dead-man timer. Whether one device of it has, it says itself. */
    boolean hasTimer();
}
