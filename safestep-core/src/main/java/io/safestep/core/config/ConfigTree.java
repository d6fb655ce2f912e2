package io.safestep.core.config;

import java.util.List;

/** A whole configuration, read. Comments and volatile lines are not part of it. */
public record ConfigTree(List<ConfigLine> lines) {

    public ConfigTree {
        lines = List.copyOf(lines);
    }
}
