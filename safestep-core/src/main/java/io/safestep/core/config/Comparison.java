package io.safestep.core.config;

import io.safestep.core.platform.Language;
import io.safestep.core.platform.LineOrder;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;

/**
 * Compares two configurations by structure: lines of a block are paired by their key, so that their order does not
 * matter, except in blocks of which the profile says that order counts. The answer is the same in whatever order lines
 * come whose order does not count.
 */
final class Comparison {

    private final Language language;

    Comparison(Language language) {
        this.language = language;
    }

    List<Edit> compare(ConfigTree before, ConfigTree after) {
        return level("", false, before.lines(), after.lines());
    }

    private List<Edit> level(String block, boolean ordered, List<ConfigLine> before, List<ConfigLine> after) {
        if (before == after) {
            return List.of();
        }
        Pairing pairing = Pairing.of(ordered, before, after);
        List<Edit> edits = new ArrayList<>();
        for (int i = before.size() - 1; i >= 0; i--) {
            if (!pairing.isKept(i)) {
                edits.add(new Edit(Edit.Kind.REMOVED, before.get(i), null, List.of()));
            }
        }
        for (int i = 0; i < after.size(); i++) {
            ConfigLine is = after.get(i);
            if (pairing.partner(i) < 0) {
                edits.add(new Edit(Edit.Kind.ADDED, null, is, List.of()));
            } else {
                pair(block, before.get(pairing.partner(i)), is, edits);
            }
        }
        if (!ordered && edits.size() > 1) {
            sort(block, edits);
        }
        return edits;
    }

    /** Removals first, so that a value that moves is free before it is taken again. */
    private void sort(String block, List<Edit> edits) {
        Map<Edit, LineOrder> orders = new IdentityHashMap<>();
        edits.forEach(
                edit -> orders.put(edit, language.orderOf(block, edit.line().text())));
        edits.sort(Comparator.comparing((Edit edit) -> edit.kind() != Edit.Kind.REMOVED)
                .thenComparing(orders::get)
                .thenComparing(Edit::kind));
    }

    private void pair(String block, ConfigLine was, ConfigLine is, List<Edit> edits) {
        if (was == is) {
            return;
        }
        boolean sameText = was.text().equals(is.text());
        if (was.meaning().holdsText() && is.meaning().holdsText()) {
            if (!sameText || !sameLines(was.children(), is.children())) {
                edits.add(new Edit(Edit.Kind.REPLACED, was, is, List.of()));
            }
            return;
        }
        if (!sameText) {
            edits.add(new Edit(Edit.Kind.REPLACED, was, is, List.of()));
        }
        if (was.children().isEmpty() && is.children().isEmpty()) {
            return;
        }
        List<Edit> within = level(is.meaning().blockBeneath(), is.meaning().ordered(), was.children(), is.children());
        if (!within.isEmpty()) {
            edits.add(new Edit(Edit.Kind.WITHIN, was, is, within));
        }
    }

    private static boolean sameLines(List<ConfigLine> one, List<ConfigLine> other) {
        if (one.size() != other.size()) {
            return false;
        }
        for (int i = 0; i < one.size(); i++) {
            if (!one.get(i).text().equals(other.get(i).text())) {
                return false;
            }
        }
        return true;
    }
}
