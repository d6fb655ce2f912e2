package io.safestep.core.network.segment;

import org.jspecify.annotations.Nullable;

/**
 * @param known false where nothing tells whether it is up: then it is taken to be, so that what hangs on it is not denied
 * @param reason why the interface is not up, or why that is not known, as a sentence; null when it is up
 */
public record InterfaceState(
        boolean up, boolean known, @Nullable String reason) {

    static final InterfaceState UP = new InterfaceState(true, true, null);

    static InterfaceState down(String reason) {
        return new InterfaceState(false, true, reason);
    }

    static InterfaceState unknown(String reason) {
        return new InterfaceState(true, false, reason);
    }
}
