package io.safestep.core.config;

import io.safestep.core.platform.Language;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Compares two configurations by structure: lines of a block are paired by their key, so that their order does not
 * matter, except in blocks of which the profile says that order counts.
 */
final class Comparison {

    private final Language language;

    Comparison(Language language) {
        this.language = language;
    }

    List<Edit> compare(ConfigTree before, ConfigTree after) {
        return unordered("", before.lines(), after.lines());
    }

    private List<Edit> unordered(String block, List<ConfigLine> before, List<ConfigLine> after) {
        Map<String, ConfigLine> left = byKey(block, before);
        Map<String, ConfigLine> right = byKey(block, after);
        List<Edit> edits = new ArrayList<>();
        for (Map.Entry<String, ConfigLine> entry : left.entrySet()) {
            if (!right.containsKey(entry.getKey())) {
                edits.add(new Edit(Edit.Kind.REMOVED, entry.getValue(), null, List.of()));
            }
        }
        for (Map.Entry<String, ConfigLine> entry : right.entrySet()) {
            ConfigLine was = left.get(entry.getKey());
            if (was == null) {
                edits.add(new Edit(Edit.Kind.ADDED, null, entry.getValue(), List.of()));
            } else {
                pair(block, was, entry.getValue(), edits);
            }
        }
        return edits;
    }

    private void pair(String block, ConfigLine was, ConfigLine is, List<Edit> edits) {
        if (!was.text().equals(is.text())) {
            edits.add(new Edit(Edit.Kind.REPLACED, was, is, List.of()));
        }
        List<Edit> within = beneath(block, was, is);
        if (!within.isEmpty()) {
            edits.add(new Edit(Edit.Kind.WITHIN, was, is, within));
        }
    }

    private List<Edit> beneath(String block, ConfigLine was, ConfigLine is) {
        String name = language.blockOf(block, is.text());
        return language.ordersBlock(block, is.text())
                ? ordered(name, was.children(), is.children())
                : unordered(name, was.children(), is.children());
    }

    /**
     * The lines up to the first that differs are kept. A device appends to an ordered block, so that whatever comes
     * after has to go and to be written again.
     */
    private List<Edit> ordered(String block, List<ConfigLine> before, List<ConfigLine> after) {
        int same = 0;
        List<Edit> edits = new ArrayList<>();
        while (same < before.size()
                && same < after.size()
                && before.get(same).text().equals(after.get(same).text())) {
            pair(block, before.get(same), after.get(same), edits);
            same++;
        }
        for (int i = before.size() - 1; i >= same; i--) {
            edits.add(new Edit(Edit.Kind.REMOVED, before.get(i), null, List.of()));
        }
        for (int i = same; i < after.size(); i++) {
            edits.add(new Edit(Edit.Kind.ADDED, null, after.get(i), List.of()));
        }
        return edits;
    }

    private Map<String, ConfigLine> byKey(String block, List<ConfigLine> lines) {
        Map<String, ConfigLine> map = new LinkedHashMap<>();
        for (ConfigLine line : lines) {
            map.put(language.keyOf(block, line.text()), line);
        }
        return map;
    }
}
