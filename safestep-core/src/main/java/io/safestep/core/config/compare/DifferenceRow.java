package io.safestep.core.config.compare;

import java.util.List;
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

    public enum Kind {
        SAME,
        ADDED,
        REMOVED,
        CHANGED
    }
}
