package io.safestep.core.config;

import io.safestep.core.platform.Language;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** The parts of configurations that a script touches: whole top-level lines with everything beneath. */
final class TouchedGround {

    private final Language language;
    private final Set<String> keys = new LinkedHashSet<>();

    TouchedGround(Language language, Script script) {
        this.language = language;
        for (ScriptLine line : script.lines()) {
            if (line.depth() == 0) {
                String text = language.isRemoval("", line.text()) ? language.removed("", line.text()) : line.text();
                keys.add(language.meaning("", text).key());
            }
        }
    }

    private boolean holds(ConfigLine line) {
        return keys.contains(line.key());
    }

    /** Key of each touched line to its text; empty text when it is not there. */
    Map<String, String> in(ConfigTree tree) {
        Map<String, String> ground = new LinkedHashMap<>();
        keys.forEach(key -> ground.put(key, ""));
        tree.lines().stream()
                .filter(this::holds)
                .forEach(line ->
                        ground.put(line.key(), Script.writing(List.of(line)).text(language.indent())));
        return ground;
    }

    /** Touched lines at the top level among the edits, secrets masked. */
    List<String> differences(List<Edit> edits) {
        return edits.stream()
                .map(Edit::line)
                .filter(this::holds)
                .map(line -> language.masked("", line.meaning()))
                .distinct()
                .toList();
    }

    /** The touched parts as in one configuration, everything else as in the other. */
    ConfigTree asIn(ConfigTree one, ConfigTree elsewhere) {
        List<ConfigLine> lines = new ArrayList<>();
        elsewhere.lines().stream().filter(line -> !holds(line)).forEach(lines::add);
        one.lines().stream().filter(this::holds).forEach(lines::add);
        return new ConfigTree(lines);
    }
}
