package io.safestep.practice.device;

/** The device breaks the session off. */
public final class SessionDropped extends RuntimeException {
    public SessionDropped() {
        super("the session breaks off", null, false, false);
    }
}
