package io.safestep.core.drift;

import org.jspecify.annotations.Nullable;

/** Whether running and startup were the same when a device was read last. */
public enum Saved {
    SAVED("saved"),
    UNSAVED("unsaved"),
    /** The device does not show both, or was not read yet. */
    NOT_KNOWN("not known");

    private final String word;

    Saved(String word) {
        this.word = word;
    }

    /** As people call it. */
    public String word() {
        return word;
    }

    /** @param differ whether running and startup differ; null when that is not known */
    public static Saved unless(@Nullable Boolean differ) {
        return differ == null ? NOT_KNOWN : differ ? UNSAVED : SAVED;
    }

    /** Whether they differ, as it is stored; null when it is not known. */
    public @Nullable Boolean differ() {
        return this == NOT_KNOWN ? null : this == UNSAVED;
    }
}
