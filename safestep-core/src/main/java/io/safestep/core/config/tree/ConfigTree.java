package io.safestep.core.config.tree;

import java.util.List;

/**
 * A whole configuration, read. Volatile lines are not part of it.
 *
 * @param lines the lines at the top level, in their order
 * @param closingComments comment lines after the last line
 */
public record ConfigTree(List<ConfigLine> lines, List<String> closingComments) {

    public ConfigTree {
        lines = List.copyOf(lines);
        closingComments = List.copyOf(closingComments);
    }

    public ConfigTree(List<ConfigLine> lines) {
        this(lines, List.of());
    }
}
