package io.safestep.core.config.compare;

import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * One row of a difference in two columns.
 *
 * @param kind what the row shows
 * @param path the lines above it in the tree, outermost first; never left out when the row is shown
 * @param beforeNumber line number on the left, 0 when there is no line
 * @param before the line on the left, or null
 * @param afterNumber line number on the right, 0 when there is no line
 * @param after the line on the right, or null
 */
public record DifferenceRow(
        Kind kind,
        List<String> path,
        int beforeNumber,
        @Nullable String before,
        int afterNumber,
        @Nullable String after) {

    /** The line on the left; for a row that is not {@link Kind#ADDED}. */
    String left() {
        return Objects.requireNonNull(before);
    }

    /** The line on the right; for a row that is not {@link Kind#REMOVED}. */
    String right() {
        return Objects.requireNonNull(after);
    }

    public enum Kind {
        SAME,
        ADDED,
        REMOVED,
        CHANGED
    }
}
