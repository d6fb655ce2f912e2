package io.safestep.core.config.compare;

import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.platform.language.Language;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * What differs between two configurations, in one line.
 *
 * @param added lines that were not there
 * @param removed lines that are gone
 * @param changed lines that hold another value
 * @param places the blocks in which something differs, each with its parents; for a line outside all blocks the line
 *     itself; secrets masked; in the order of the language, none twice
 */
public record DifferenceSummary(int added, int removed, int changed, List<String> places) {

    private static final int LONGEST_PLACE = 80;
    private static final int MOST_NAMED = 3;

    public DifferenceSummary {
        places = List.copyOf(places);
    }

    public static DifferenceSummary of(Language language, List<Edit> edits) {
        Count count = new Count(language);
        count.level("", "", edits);
        return new DifferenceSummary(count.added, count.removed, count.changed, new ArrayList<>(count.places));
    }

    /** For example {@code 1 line added, 2 removed: interface port 3, ospf 1 and 2 more places}; empty for no difference. */
    public String inWords() {
        List<String> counts = new ArrayList<>();
        count(counts, added, "added");
        count(counts, removed, "removed");
        count(counts, changed, "changed");
        if (counts.isEmpty()) {
            return "";
        }
        int more = places.size() - MOST_NAMED;
        return String.join(", ", counts) + ": "
                + String.join(", ", places.subList(0, Math.min(MOST_NAMED, places.size())))
                + (more > 0 ? " and " + more + (more == 1 ? " more place" : " more places") : "");
    }

    private static void count(List<String> counts, int lines, String what) {
        if (lines > 0) {
            String noun = !counts.isEmpty() ? "" : lines == 1 ? " line" : " lines";
            counts.add(lines + noun + " " + what);
        }
    }

    private static final class Count {

        private final Language language;
        private final Set<String> places = new LinkedHashSet<>();
        private int added;
        private int removed;
        private int changed;

        Count(Language language) {
            this.language = language;
        }

        void level(String block, String path, List<Edit> edits) {
            for (Edit edit : edits) {
                String place = path.isEmpty() ? masked(block, edit.line()) : path;
                switch (edit.kind()) {
                    case ADDED -> added += lines(edit.is());
                    case REMOVED -> removed += lines(edit.was());
                    case REPLACED -> changed++;
                    case WITHIN ->
                        level(
                                edit.line().meaning().blockBeneath(),
                                path + (path.isEmpty() ? "" : " › ") + masked(block, edit.line()),
                                edit.within());
                }
                if (edit.kind() != Edit.Kind.WITHIN) {
                    places.add(place);
                }
            }
        }

        private String masked(String block, ConfigLine line) {
            String text = language.masked(block, line.meaning());
            return text.length() <= LONGEST_PLACE ? text : text.substring(0, LONGEST_PLACE - 2) + " …";
        }

        private static int lines(ConfigLine line) {
            int lines = 1;
            for (ConfigLine child : line.children()) {
                lines += lines(child);
            }
            return lines;
        }
    }
}
