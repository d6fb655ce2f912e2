package io.safestep.core.config;

import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import java.util.List;

/** Counts the lines of a configuration as they are shown: one line each, comments at their places. */
final class Numbering {

    private int last;

    ConfigTree of(ConfigTree tree) {
        return new ConfigTree(numbered(tree.lines()), tree.closingComments());
    }

    private List<ConfigLine> numbered(List<ConfigLine> lines) {
        return lines.stream().map(this::numbered).toList();
    }

    private ConfigLine numbered(ConfigLine line) {
        last += line.comments().size();
        int number = ++last;
        List<ConfigLine> beneath = numbered(line.children());
        if (line.meaning().holdsText() || line.meaning().end() != null) {
            last++; // the line that ends it
        }
        return new ConfigLine(line.meaning(), number, beneath, line.comments());
    }
}
