package io.safestep.core.config.compare;

import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.language.Language;
import io.safestep.core.platform.language.LineMeaning;
import io.safestep.core.platform.language.LineOrder;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;

/**
 * Compares two configurations by structure: lines of a block are paired by their key, so that their order does not
 * matter, except in blocks of which the profile says that order counts. The answer is the same in whatever order lines
 * come whose order does not count.
 */
public final class Comparison {

    private final Language language;

    /** Of lines that were put in order once: the way back puts the same ones in order again. */
    private final Map<ConfigLine, LineOrder> orders = new IdentityHashMap<>();

    public Comparison(Language language) {
        this.language = language;
    }

    /**
     * What differs, and the second configuration once more.
     *
     * @param edits in the order of the language
     * @param after the second configuration, in which everything that does not differ is the very same line as in the first,
     *     so that looking at the two again costs next to nothing
     */
    public record Result(List<Edit> edits, ConfigTree after) {}

    public List<Edit> compare(ConfigTree before, ConfigTree after) {
        return compareAndShare(before, after).edits();
    }

    public Result compareAndShare(ConfigTree before, ConfigTree after) {
        List<Edit> edits = new ArrayList<>();
        List<ConfigLine> shared = level("", false, before.lines(), after.lines(), edits);
        return new Result(edits, new ConfigTree(shared, after.closingComments()));
    }

    /** What leads back, from what led there. */
    public List<Edit> reversed(List<Edit> edits) {
        return reversed("", edits);
    }

    private List<Edit> reversed(String block, List<Edit> edits) {
        List<Edit> back = new ArrayList<>();
        for (Edit edit : edits) {
            back.add(
                    switch (edit.kind()) {
                        case ADDED -> new Edit(Edit.Kind.REMOVED, edit.after(), null, List.of());
                        case REMOVED -> new Edit(Edit.Kind.ADDED, null, edit.before(), List.of());
                        case REPLACED -> new Edit(Edit.Kind.REPLACED, edit.after(), edit.before(), List.of());
                        case WITHIN -> new Edit(Edit.Kind.WITHIN, edit.after(), edit.before(), within(edit));
                    });
        }
        sort(block, back);
        return back;
    }

    /** Where a device appends, the way back is not the way there with its sign turned. */
    private List<Edit> within(Edit edit) {
        LineMeaning meaning = edit.was().meaning();
        String block = meaning.blockBeneath();
        if (!meaning.ordered()) {
            return reversed(block, edit.within());
        }
        List<Edit> back = new ArrayList<>();
        level(block, true, edit.is().children(), edit.was().children(), back);
        return back;
    }

    /** @return the lines after, those that do not differ taken from before */
    private List<ConfigLine> level(
            String block, boolean ordered, List<ConfigLine> before, List<ConfigLine> after, List<Edit> edits) {
        if (before == after) {
            return before;
        }
        Pairing pairing = Pairing.of(ordered, before, after);
        for (int i = before.size() - 1; i >= 0; i--) {
            if (!pairing.isKept(i)) {
                edits.add(new Edit(Edit.Kind.REMOVED, before.get(i), null, List.of()));
            }
        }
        boolean same = before.size() == after.size();
        ConfigLine[] shared = new ConfigLine[after.size()];
        for (int i = 0; i < shared.length; i++) {
            ConfigLine is = after.get(i);
            int partner = pairing.partner(i);
            if (partner < 0) {
                edits.add(new Edit(Edit.Kind.ADDED, null, is, List.of()));
                shared[i] = is;
            } else {
                shared[i] = pair(block, before.get(partner), is, edits);
            }
            same = same && shared[i] == before.get(i);
        }
        if (!ordered) {
            sort(block, edits);
        }
        return same ? before : List.of(shared);
    }

    /** Removals first, so that a value that moves is free before it is taken again. */
    private void sort(String block, List<Edit> edits) {
        if (edits.size() < 2) {
            return;
        }
        List<Placed> placed = new ArrayList<>(edits.size());
        edits.forEach(edit -> placed.add(new Placed(edit, order(block, edit))));
        placed.sort(null);
        for (int i = 0; i < placed.size(); i++) {
            edits.set(i, placed.get(i).edit());
        }
    }

    /** An edit with its place, which is not looked up again for each comparison. */
    private record Placed(Edit edit, LineOrder order) implements Comparable<Placed> {
        @Override
        public int compareTo(Placed other) {
            boolean removes = edit.kind() == Edit.Kind.REMOVED;
            boolean otherRemoves = other.edit.kind() == Edit.Kind.REMOVED;
            if (removes != otherRemoves) {
                return removes ? -1 : 1;
            }
            int byLine = order.compareTo(other.order);
            return byLine == 0 ? edit.kind().compareTo(other.edit.kind()) : byLine;
        }
    }

    private LineOrder order(String block, Edit edit) {
        LineOrder known = orders.get(edit.line());
        if (known == null) {
            known = language.orderOf(block, edit.line().text());
            orders.put(edit.line(), known);
            if (edit.kind() == Edit.Kind.WITHIN
                    && edit.was().text().equals(edit.is().text())) {
                orders.put(edit.was(), known);
            }
        }
        return known;
    }

    private ConfigLine pair(String block, ConfigLine was, ConfigLine is, List<Edit> edits) {
        if (was == is) {
            return was;
        }
        boolean sameText = was.text().equals(is.text());
        if (was.meaning().holdsText() && is.meaning().holdsText()) {
            if (sameText && sameLines(was.children(), is.children())) {
                return was;
            }
            edits.add(new Edit(Edit.Kind.REPLACED, was, is, List.of()));
            return is;
        }
        if (!sameText) {
            edits.add(new Edit(Edit.Kind.REPLACED, was, is, List.of()));
        }
        if (was.children().isEmpty() && is.children().isEmpty()) {
            return sameText ? was : is;
        }
        List<Edit> within = new ArrayList<>();
        List<ConfigLine> beneath =
                level(is.meaning().blockBeneath(), is.meaning().ordered(), was.children(), is.children(), within);
        if (sameText && beneath == was.children()) {
            return was;
        }
        ConfigLine shared = is.withChildren(beneath);
        if (!within.isEmpty()) {
            edits.add(new Edit(Edit.Kind.WITHIN, was, shared, within));
        }
        return shared;
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
