package io.safestep.core.config;

import io.safestep.core.config.compare.Edit;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.script.ScriptRefusedException;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.language.Language;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** Shows by computation that a script leads to the outcome and the undo script back, or says what is in the way. */
final class UndoDemonstration {

    private final ConfigEngine engine;
    private final Language language;
    private final Set<String> obstacles = new LinkedHashSet<>();

    UndoDemonstration(ConfigEngine engine, Language language) {
        this.engine = engine;
        this.language = language;
    }

    /** @param edits what differs between baseline and outcome */
    UndoProof of(ConfigTree baseline, ConfigTree outcome, List<Edit> edits, Script script, Script undo) {
        lostValues("", "", edits);
        try {
            if (!engine.same(engine.applyOnDevice(baseline, script), outcome)) {
                obstacles.add("The script does not lead to the outcome configuration.");
            }
            // From what the device will show, to what it would show as it was.
            ConfigTree back = engine.applyOnDevice(engine.asShown(outcome), undo);
            differs(engine.asShown(back), engine.asShown(baseline));
        } catch (ScriptRefusedException e) {
            obstacles.add("A command would be refused: " + e.getMessage());
        }
        return new UndoProof(obstacles.isEmpty(), List.copyOf(obstacles));
    }

    private void differs(ConfigTree back, ConfigTree baseline) {
        if (engine.same(back, baseline)) {
            return;
        }
        Script left = engine.derive(back, baseline);
        obstacles.add(
                left.isEmpty()
                        ? "After script and undo script something would be left that the device takes away by no command: "
                                + engine.summary(back, baseline).inWords() + "."
                        : "After script and undo script these lines would be missing to the starting configuration: "
                                + String.join(
                                        "; ",
                                        engine.maskedLines(left).stream()
                                                .map(String::strip)
                                                .toList()) + ".");
    }

    /** Lines that go or change and whose old value the device never showed. */
    private void lostValues(String block, String path, List<Edit> edits) {
        for (Edit edit : edits) {
            switch (edit.kind()) {
                case WITHIN ->
                    lostValues(
                            edit.is().meaning().blockBeneath(),
                            path + language.masked(block, edit.is().meaning()) + " › ",
                            edit.within());
                case REMOVED -> lostBeneath(block, path, edit.was());
                case REPLACED -> lost(block, path, edit.was());
                case ADDED -> {}
            }
        }
    }

    private void lost(String block, String path, ConfigLine line) {
        if (line.meaning().hidden() && language.holdsHiddenValue(block, line.text())) {
            obstacles.add("The device hides the value in \"" + path + line.text()
                    + "\", so that the old value can't be written back.");
        }
    }

    private void lostBeneath(String block, String path, ConfigLine line) {
        lost(block, path, line);
        String beneath = path + language.masked(block, line.meaning()) + " › ";
        line.children().forEach(child -> lostBeneath(line.meaning().blockBeneath(), beneath, child));
    }
}
