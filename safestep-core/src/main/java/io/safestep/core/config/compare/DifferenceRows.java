package io.safestep.core.config.compare;

import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.language.Language;
import java.util.ArrayList;
import java.util.List;

/** Lays two configurations side by side: the right side's order leads, what is gone stands where it stood. */
public final class DifferenceRows {

    private final Language language;
    private final List<DifferenceRow> rows = new ArrayList<>();

    public DifferenceRows(Language language) {
        this.language = language;
    }

    public List<DifferenceRow> lay(ConfigTree before, ConfigTree after) {
        level("", false, List.of(), before.lines(), after.lines());
        return List.copyOf(rows);
    }

    private void level(
            String block, boolean ordered, List<String> path, List<ConfigLine> before, List<ConfigLine> after) {
        Pairing pairing = Pairing.forReaders(ordered, before, after);
        int next = 0;
        for (int i = 0; i < after.size(); i++) {
            int partner = pairing.partner(i);
            if (partner < 0) {
                next = removedUpTo(block, path, before, next, nextKept(before, next, pairing), pairing);
                whole(DifferenceRow.Kind.ADDED, block, path, after.get(i));
            } else {
                next = Math.max(removedUpTo(block, path, before, next, partner, pairing), partner + 1);
                both(block, path, before.get(partner), after.get(i));
            }
        }
        removedUpTo(block, path, before, next, before.size(), pairing);
    }

    /** What goes stands before what comes in its place. */
    private static int nextKept(List<ConfigLine> before, int from, Pairing pairing) {
        int next = from;
        while (next < before.size() && !pairing.isKept(next)) {
            next++;
        }
        return next;
    }

    /** Writes what is gone and stood before the given line; tells how far it came. */
    private int removedUpTo(
            String block, List<String> path, List<ConfigLine> before, int from, int stop, Pairing pairing) {
        for (int i = from; i < stop; i++) {
            if (!pairing.isKept(i)) {
                whole(DifferenceRow.Kind.REMOVED, block, path, before.get(i));
            }
        }
        return Math.max(from, stop);
    }

    private void both(String block, List<String> path, ConfigLine was, ConfigLine is) {
        String text = masked(block, is);
        rows.add(new DifferenceRow(
                was.text().equals(is.text()) ? DifferenceRow.Kind.SAME : DifferenceRow.Kind.CHANGED,
                path,
                was.number(),
                masked(block, was),
                is.number(),
                text));
        if (!was.children().isEmpty() || !is.children().isEmpty()) {
            level(
                    is.meaning().blockBeneath(),
                    is.meaning().ordered() || is.meaning().holdsText(),
                    deeper(path, text),
                    was.children(),
                    is.children());
        }
    }

    private void whole(DifferenceRow.Kind kind, String block, List<String> path, ConfigLine line) {
        String text = masked(block, line);
        rows.add(
                kind == DifferenceRow.Kind.ADDED
                        ? new DifferenceRow(kind, path, 0, null, line.number(), text)
                        : new DifferenceRow(kind, path, line.number(), text, 0, null));
        if (!line.children().isEmpty()) {
            List<String> beneath = deeper(path, text);
            line.children().forEach(child -> whole(kind, line.meaning().blockBeneath(), beneath, child));
        }
    }

    private String masked(String block, ConfigLine line) {
        return language.masked(block, line.meaning());
    }

    private static List<String> deeper(List<String> path, String line) {
        List<String> longer = new ArrayList<>(path);
        longer.add(line);
        return List.copyOf(longer);
    }
}
