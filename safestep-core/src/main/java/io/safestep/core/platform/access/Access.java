package io.safestep.core.platform.access;

/** How a platform is talked with. */
public sealed interface Access permits CommandLine, NetconfAccess, RestconfAccess {

    /** Whether the device can take its startup configuration into force as a whole, without starting anew. */
    boolean restoresStartup();

    /** The TCP port on which devices of the platform listen, unless something else is said for one of them. */
    int port();

    /** Whether devices of the platform can be asked what their startup configuration holds, or keep running by itself. */
    boolean showsStartup();

    /** Whether the platform has a dead-man timer. Whether one device of it has, it says itself. */
    boolean hasTimer();
}
