package io.safestep.core.network.segment;

/** @param reason why the interface is not up, as a sentence; null when it is up */
public record InterfaceState(boolean up, String reason) {

    static final InterfaceState UP = new InterfaceState(true, null);

    static InterfaceState down(String reason) {
        return new InterfaceState(false, reason);
    }
}
