package io.safestep.core.config;

import io.safestep.core.platform.Language;
import io.safestep.core.platform.Mentions;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Finds lines of a configuration that speak of something that is not there. */
final class DanglingNames {

    private final Language language;
    private final Set<String> defined = new HashSet<>();
    private final Map<String, String> speaking = new LinkedHashMap<>();

    DanglingNames(Language language) {
        this.language = language;
    }

    /** One sentence for each name that nothing defines. */
    List<String> of(ConfigTree tree) {
        collect("", "", "", tree.lines());
        List<String> sentences = new ArrayList<>();
        speaking.forEach((name, path) -> {
            if (!defined.contains(name)) {
                sentences.add("\"" + path + "\" speaks of " + name + ", which is not there.");
            }
        });
        return sentences;
    }

    private void collect(String block, String above, String path, List<ConfigLine> lines) {
        for (ConfigLine line : lines) {
            String here = path + language.masked(block, line.meaning());
            Mentions mentions = language.mentions(block, line.text(), above);
            defined.addAll(mentions.defines());
            mentions.refers().forEach(name -> speaking.putIfAbsent(name, here));
            collect(line.meaning().blockBeneath(), line.text(), here + " › ", line.children());
        }
    }
}
