package io.safestep.core.config.script;

import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.platform.language.Language;
import io.safestep.core.platform.language.LineOrder;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;

/** Puts lines of a block whose order does not count into the order that the language gives them. */
final class Siblings {

    private Siblings() {}

    /** The lines beneath a line: as they are where their order counts. */
    static List<ConfigLine> inOrder(Language language, ConfigLine parent) {
        List<ConfigLine> lines = parent.children();
        if (lines.size() < 2 || parent.meaning().ordered() || parent.meaning().holdsText()) {
            return lines;
        }
        String block = parent.meaning().blockBeneath();
        Map<ConfigLine, LineOrder> orders = new IdentityHashMap<>();
        lines.forEach(line -> orders.put(line, language.orderOf(block, line.text())));
        List<ConfigLine> sorted = new ArrayList<>(lines);
        sorted.sort(Comparator.comparing(orders::get));
        return sorted;
    }

    /** The line with everything beneath in order. */
    static ConfigLine sorted(Language language, ConfigLine line) {
        return line.children().isEmpty()
                ? line
                : line.withChildren(inOrder(language, line).stream()
                        .map(child -> sorted(language, child))
                        .toList());
    }
}
