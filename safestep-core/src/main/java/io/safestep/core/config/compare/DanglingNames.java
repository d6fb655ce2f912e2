package io.safestep.core.config.compare;

import io.safestep.core.config.tree.Above;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.form.Mentions;
import io.safestep.core.platform.language.Language;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Finds lines of a configuration that speak of something that is not there. Only names of which a change takes away what
 * defines them, or of which it newly speaks, can dangle because of it: of all other lines nothing is asked.
 */
public final class DanglingNames {

    private final Language language;

    public DanglingNames(Language language) {
        this.language = language;
    }

    /**
     * One sentence for each name that nothing defines in the second configuration, though the first had no such line.
     *
     * @param edits what leads from the first to the second
     */
    public List<String> newly(List<Edit> edits, ConfigTree before, ConfigTree after) {
        Set<String> names = new HashSet<>();
        touched("", List.of(), edits, names);
        if (names.isEmpty()) {
            return List.of();
        }
        List<String> dangling = new ArrayList<>(dangling(after, names));
        dangling.removeAll(dangling(before, names));
        return dangling;
    }

    /** Names that were defined by what goes, and names of which what comes speaks. */
    private void touched(String block, List<String> above, List<Edit> edits, Set<String> names) {
        for (Edit edit : edits) {
            if (edit.kind() == Edit.Kind.WITHIN) {
                touched(edit.is().meaning().blockBeneath(), Above.with(above, edit.is()), edit.within(), names);
                continue;
            }
            if (edit.before() != null) {
                all(block, above, edit.before(), names, true);
            }
            if (edit.after() != null) {
                all(block, above, edit.after(), names, false);
            }
        }
    }

    private void all(String block, List<String> above, ConfigLine line, Set<String> names, boolean defined) {
        Mentions mentions = language.mentions(block, line.text(), above);
        names.addAll(defined ? mentions.defines() : mentions.refers());
        List<String> inside = Above.with(above, line);
        line.children().forEach(child -> all(line.meaning().blockBeneath(), inside, child, names, defined));
    }

    private List<String> dangling(ConfigTree tree, Set<String> names) {
        Search search = new Search(names);
        search.collect("", List.of(), "", tree.lines());
        List<String> sentences = new ArrayList<>();
        search.speaking.forEach((name, path) -> {
            if (!search.defined.contains(name)) {
                sentences.add("\"" + path + "\" speaks of " + name + ", which is not there.");
            }
        });
        return sentences;
    }

    /** One way through a configuration for some names. */
    private final class Search {
        private final Set<String> names;
        private final List<String> words;
        private final Set<String> defined = new HashSet<>();
        private final Map<String, String> speaking = new LinkedHashMap<>();

        Search(Set<String> names) {
            this.names = names;
            // The last word of a name stands in each line that has to do with it, or in the line above.
            this.words = names.stream()
                    .map(name -> name.substring(name.lastIndexOf(' ') + 1))
                    .distinct()
                    .toList();
        }

        void collect(String block, List<String> above, String path, List<ConfigLine> lines) {
            boolean inAbove = above.stream().anyMatch(this::holdsAny);
            for (ConfigLine line : lines) {
                if (inAbove || holdsAny(line.text())) {
                    Mentions mentions = language.mentions(block, line.text(), above);
                    mentions.defines().stream().filter(names::contains).forEach(defined::add);
                    mentions.refers().stream()
                            .filter(names::contains)
                            .forEach(name -> speaking.putIfAbsent(name, path + language.masked(block, line.meaning())));
                }
                if (!line.children().isEmpty()) {
                    collect(
                            line.meaning().blockBeneath(),
                            Above.with(above, line),
                            path + language.masked(block, line.meaning()) + " › ",
                            line.children());
                }
            }
        }

        private boolean holdsAny(String text) {
            for (String word : words) {
                if (text.contains(word)) {
                    return true;
                }
            }
            return false;
        }
    }
}
