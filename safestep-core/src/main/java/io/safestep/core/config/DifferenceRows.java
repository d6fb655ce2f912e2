package io.safestep.core.config;

import io.safestep.core.platform.Language;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Lays two configurations side by side: the right side's order leads, what is gone stands where it stood. */
final class DifferenceRows {

    private final Language language;
    private final List<DifferenceRow> rows = new ArrayList<>();

    DifferenceRows(Language language) {
        this.language = language;
    }

    List<DifferenceRow> lay(ConfigTree before, ConfigTree after) {
        level("", false, List.of(), before.lines(), after.lines());
        return List.copyOf(rows);
    }

    private void level(
            String block, boolean ordered, List<String> path, List<ConfigLine> before, List<ConfigLine> after) {
        Map<String, ConfigLine> left = byKey(block, before);
        Set<String> kept = new HashSet<>();
        if (ordered) {
            for (int i = 0; i < Math.min(before.size(), after.size()); i++) {
                if (!before.get(i).text().equals(after.get(i).text())) {
                    break;
                }
                kept.add(language.keyOf(block, after.get(i).text()));
            }
        } else {
            after.forEach(line -> kept.add(language.keyOf(block, line.text())));
        }
        int next = 0;
        for (ConfigLine line : after) {
            String key = language.keyOf(block, line.text());
            ConfigLine partner = kept.contains(key) ? left.get(key) : null;
            if (partner != null) {
                next = removedUpTo(block, path, before, next, partner, kept);
                both(block, path, partner, line);
            } else {
                whole(DifferenceRow.Kind.ADDED, block, path, line);
            }
        }
        removedUpTo(block, path, before, next, null, kept);
    }

    /** Writes what is gone and stood before the given line; remembers how far it came. */
    private int removedUpTo(
            String block, List<String> path, List<ConfigLine> before, int from, ConfigLine stop, Set<String> kept) {
        int index = stop == null ? before.size() : before.indexOf(stop);
        for (int i = from; i < index; i++) {
            if (!kept.contains(language.keyOf(block, before.get(i).text()))) {
                whole(DifferenceRow.Kind.REMOVED, block, path, before.get(i));
            }
        }
        return Math.max(from, index);
    }

    private void both(String block, List<String> path, ConfigLine was, ConfigLine is) {
        boolean same = was.text().equals(is.text());
        rows.add(new DifferenceRow(
                same ? DifferenceRow.Kind.SAME : DifferenceRow.Kind.CHANGED,
                path,
                was.number(),
                masked(block, was.text()),
                is.number(),
                masked(block, is.text())));
        if (!was.children().isEmpty() || !is.children().isEmpty()) {
            level(
                    language.blockOf(block, is.text()),
                    language.ordersBlock(block, is.text()),
                    deeper(path, masked(block, is.text())),
                    was.children(),
                    is.children());
        }
    }

    private void whole(DifferenceRow.Kind kind, String block, List<String> path, ConfigLine line) {
        String text = masked(block, line.text());
        rows.add(
                kind == DifferenceRow.Kind.ADDED
                        ? new DifferenceRow(kind, path, 0, null, line.number(), text)
                        : new DifferenceRow(kind, path, line.number(), text, 0, null));
        for (ConfigLine child : line.children()) {
            whole(kind, language.blockOf(block, line.text()), deeper(path, text), child);
        }
    }

    private String masked(String block, String text) {
        return language.masked(block, text);
    }

    private static List<String> deeper(List<String> path, String line) {
        List<String> longer = new ArrayList<>(path);
        longer.add(line);
        return List.copyOf(longer);
    }

    private Map<String, ConfigLine> byKey(String block, List<ConfigLine> lines) {
        Map<String, ConfigLine> map = new LinkedHashMap<>();
        for (ConfigLine line : lines) {
            map.put(language.keyOf(block, line.text()), line);
        }
        return map;
    }
}
