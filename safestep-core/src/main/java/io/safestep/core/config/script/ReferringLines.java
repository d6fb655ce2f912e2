package io.safestep.core.config.script;

import io.safestep.core.config.tree.Above;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.language.Language;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Set;

/** Lines that refer to names, and that some devices drop together with what defines them. */
final class ReferringLines {

    private final Language language;
    private final Set<String> names;

    ReferringLines(Language language, Set<String> names) {
        this.language = language;
        this.names = names;
    }

    ConfigTree without(ConfigTree tree) {
        return new ConfigTree(left("", List.of(), tree.lines()), tree.closingComments());
    }

    private List<ConfigLine> left(String block, List<String> above, List<ConfigLine> lines) {
        List<ConfigLine> left = new ArrayList<>();
        for (ConfigLine line : lines) {
            if (!Collections.disjoint(
                    language.mentions(block, line.text(), above).refers(), names)) {
                continue;
            }
            List<ConfigLine> beneath = line.children().isEmpty()
                    ? line.children()
                    : left(line.meaning().blockBeneath(), Above.with(above, line), line.children());
            boolean dropped = line.meaning().container() && beneath.isEmpty();
            if (!dropped) {
                left.add(beneath.equals(line.children()) ? line : line.withChildren(beneath));
            }
        }
        return left;
    }
}
