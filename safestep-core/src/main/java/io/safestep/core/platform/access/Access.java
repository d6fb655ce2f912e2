package io.safestep.core.platform.access;

import io.safestep.core.platform.text.Format;
import java.time.Duration;
import java.util.Optional;

/** How a platform is talked with. */
public sealed interface Access permits CommandLine, NetconfAccess, RestconfAccess {

    /** Whether the device can take its startup configuration into force as a whole, without starting anew. */
    boolean restoresStartup();

    /** The TCP port on which devices of the platform listen, unless something else is said for one of them. */
    int port();

    /** Whether devices of the platform can be asked what their startup configuration holds, or keep running by itself. */
    boolean showsStartup();

    /** In what the platform gives its answers. */
    Format answers();

    /** How somebody types at its devices; empty where nothing is typed. */
    default Optional<CommandLine> typed() {
        return Optional.empty();
    }

    /** The shortest time for which its dead-man timer is to run; {@link Duration#ZERO} where nothing is said about it. */
    Duration leastTimer();

    /** Whether its devices can say by themselves, in a session that is held open, that something has changed. */
    boolean notifies();

    /** Whether the platform has a dead-man timer. Whether one device of it has, it says itself. */
    boolean hasTimer();
}
