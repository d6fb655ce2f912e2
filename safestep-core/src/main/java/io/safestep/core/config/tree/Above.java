package io.safestep.core.config.tree;

import java.util.ArrayList;
import java.util.List;

/** The lines that open the blocks around a line, outermost first. */
public final class Above {

    private Above() {}

    /** One level deeper. */
    public static List<String> with(List<String> above, ConfigLine line) {
        List<String> deeper = new ArrayList<>(above.size() + 1);
        deeper.addAll(above);
        deeper.add(line.text());
        return deeper;
    }

    public static List<String> of(List<ConfigLine> path) {
        return path.stream().map(ConfigLine::text).toList();
    }
}
