package io.safestep.core.config;

import io.safestep.core.config.script.Script;
import io.safestep.core.config.script.ScriptRefusedException;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.config.written.WrittenLines;
import io.safestep.core.platform.language.Complaint;
import io.safestep.core.platform.language.Language;

/** Puts a way back that somebody wrote in the place of a derived one that can't be proven. */
final class WrittenUndo {

    private final ConfigEngine engine;
    private final Language language;

    WrittenUndo(ConfigEngine engine, Language language) {
        this.engine = engine;
        this.language = language;
    }

    DeviceBuild in(DeviceBuild build, String undoLines) {
        if (build.proof().proven() || undoLines.isBlank()) {
            return build;
        }
        if (new WrittenLines(language)
                .complaints(build.outcome(), undoLines).stream()
                        .anyMatch(c -> c.severity() == Complaint.Severity.ERROR)) {
            return build;
        }
        Script undo = engine.readScript(undoLines);
        boolean leadsBack = leadsBack(build, undo);
        // Whether a hidden value is the old one can't be computed: the obstacles stay, the commands are the better
        // ones.
        return leadsBack
                ? new DeviceBuild(build.baseline(), build.outcome(), build.script(), undo, build.proof())
                : build;
    }

    private boolean leadsBack(DeviceBuild build, Script undo) {
        try {
            ConfigTree back = engine.applyOnDevice(build.outcome(), undo);
            return engine.same(engine.asShown(back), engine.asShown(build.baseline()));
        } catch (ScriptRefusedException e) {
            return false;
        }
    }
}
