package io.safestep.core.config.compare;

import io.safestep.core.config.tree.ConfigLine;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * One difference between two configurations at one level of the tree.
 *
 * @param kind what happened
 * @param before the line as it was, or null when it was not there
 * @param after the line as it is, or null when it is gone
 * @param within the differences beneath, for {@link Kind#WITHIN}
 */
public record Edit(
        Kind kind, @Nullable ConfigLine before, @Nullable ConfigLine after, List<Edit> within) {

    /** The line as it is, or as it was when it is gone. */
    public ConfigLine line() {
        return after == null ? was() : after;
    }

    /** The line as it was; for a difference that is not {@link Kind#ADDED}. */
    public ConfigLine was() {
        return Objects.requireNonNull(before);
    }

    /** The line as it is; for a difference that is not {@link Kind#REMOVED}. */
    public ConfigLine is() {
        return Objects.requireNonNull(after);
    }

    public enum Kind {
        ADDED,
        REMOVED,
        /** A single value was replaced: same key, other words. */
        REPLACED,
        /** The line itself stayed; something beneath it changed. */
        WITHIN
    }
}
