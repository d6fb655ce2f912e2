package io.safestep.core.config.format;

import io.safestep.core.config.format.StructuredLines.Node;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Tells entries of lists apart that no form describes. Keys come first in an entry (RFC 7950, section 7.8.5), so that its
 * first leaf is taken for the key as long as it has another value in each entry; else the entries are counted.
 */
final class UnknownEntries {

    private final Map<Node, String> distinctions = new IdentityHashMap<>();

    /** @param siblings all nodes of one block, those that forms describe among them */
    UnknownEntries(List<Node> siblings) {
        Map<String, List<Node>> byName = new HashMap<>();
        for (Node node : siblings) {
            if (!node.children.isEmpty()) {
                byName.computeIfAbsent(node.name + " " + node.module, n -> new ArrayList<>())
                        .add(node);
            }
        }
        byName.values().stream().filter(same -> same.size() > 1).forEach(this::tellApart);
    }

    private void tellApart(List<Node> entries) {
        Set<String> keys = new HashSet<>();
        boolean apart = entries.stream().allMatch(entry -> {
            Node first = entry.children.get(0);
            return first.children.isEmpty() && first.value != null && keys.add(key(entry));
        });
        for (int i = 0; i < entries.size(); i++) {
            distinctions.put(entries.get(i), "[" + (apart ? key(entries.get(i)) : i + 1) + "]");
        }
    }

    private static String key(Node entry) {
        Node first = entry.children.get(0);
        return first.name + "=" + LineValue.asWord(first.value == null ? "" : first.value);
    }

    /** What follows the name of a node in its line; empty where nothing has to be told apart. */
    String distinction(Node node) {
        return distinctions.getOrDefault(node, "");
    }
}
