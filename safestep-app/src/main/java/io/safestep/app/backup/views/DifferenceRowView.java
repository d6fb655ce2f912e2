package io.safestep.app.backup.views;

import io.safestep.core.config.compare.DifferenceRow;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One row of a difference in two columns.
 *
 * @param path the lines above it in the tree, outermost first
 * @param beforeNumber line number on the left, 0 when there is no line
 * @param afterNumber line number on the right, 0 when there is no line
 */
public record DifferenceRowView(
        DifferenceRow.Kind kind,
        List<String> path,
        int beforeNumber,
        @Nullable String before,
        int afterNumber,
        @Nullable String after) {

    public static DifferenceRowView of(DifferenceRow row) {
        return new DifferenceRowView(
                row.kind(), row.path(), row.beforeNumber(), row.before(), row.afterNumber(), row.after());
    }
}
