package io.safestep.core.drift;

import org.jspecify.annotations.Nullable;

/** Whether running was the same as the baseline when a device was read last. */
public enum Match {
    MATCHES("matches"),
    DIFFERS("differs"),
    /** There is no baseline, or it was not compared. */
    NOT_KNOWN("not known");

    private final String word;

    Match(String word) {
        this.word = word;
    }

    /** As people call it. */
    public String word() {
        return word;
    }

    /** @param same null when that is not known */
    public static Match of(@Nullable Boolean same) {
        return same == null ? NOT_KNOWN : same ? MATCHES : DIFFERS;
    }

    /** As it is stored; null when it is not known. */
    public @Nullable Boolean stored() {
        return this == NOT_KNOWN ? null : this == MATCHES;
    }
}
