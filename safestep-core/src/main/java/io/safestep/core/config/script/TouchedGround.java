package io.safestep.core.config.script;

import io.safestep.core.config.compare.Edit;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.language.Language;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** The parts of configurations that a script touches: whole top-level lines with everything beneath. */
public final class TouchedGround {

    private final Language language;
    private final Set<String> keys = new LinkedHashSet<>();

    public TouchedGround(Language language, Script script) {
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
    public Map<String, String> in(ConfigTree tree) {
        Map<String, String> ground = new LinkedHashMap<>();
        keys.forEach(key -> ground.put(key, ""));
        tree.lines().stream()
                .filter(this::holds)
                .forEach(line ->
                        ground.put(line.key(), Script.writing(List.of(line)).text(language.indent())));
        return ground;
    }

    /** Touched lines at the top level among the edits, secrets masked. */
    public List<String> differences(List<Edit> edits) {
        return edits.stream()
                .map(Edit::line)
                .filter(this::holds)
                .map(line -> language.masked("", line.meaning()))
                .distinct()
                .toList();
    }

    /** The touched parts as in one configuration, everything else as in the other. */
    public ConfigTree asIn(ConfigTree one, ConfigTree elsewhere) {
        List<ConfigLine> lines = new ArrayList<>();
        elsewhere.lines().stream().filter(line -> !holds(line)).forEach(lines::add);
        one.lines().stream().filter(this::holds).forEach(lines::add);
        return new ConfigTree(lines);
    }
}
