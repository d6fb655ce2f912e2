package io.safestep.core.config;

import io.safestep.core.platform.Language;
import java.util.ArrayList;
import java.util.List;

/**
 * Derives the commands that lead from one configuration to another. Within a block removals come first, so that a value
 * that moves is free before it is taken again. At the top level whole blocks are removed last and in reverse, so that
 * nothing that is still referred to goes away early.
 */
final class ScriptDerivation {

    private final Language language;

    ScriptDerivation(Language language) {
        this.language = language;
    }

    Script derive(List<Edit> edits) {
        List<ScriptLine> lines = new ArrayList<>();
        for (Edit edit : edits) {
            if (edit.kind() != Edit.Kind.REMOVED) {
                write("", 0, edit, lines);
            }
        }
        for (int i = edits.size() - 1; i >= 0; i--) {
            if (edits.get(i).kind() == Edit.Kind.REMOVED) {
                write("", 0, edits.get(i), lines);
            }
        }
        return new Script(lines);
    }

    private void write(String block, int depth, Edit edit, List<ScriptLine> lines) {
        switch (edit.kind()) {
            case REMOVED ->
                lines.add(new ScriptLine(
                        depth, language.removalOf(block, edit.before().text())));
            case REPLACED -> lines.add(new ScriptLine(depth, edit.after().text()));
            case ADDED -> writeWhole(depth, edit.after(), lines);
            case WITHIN -> {
                lines.add(new ScriptLine(depth, edit.after().text()));
                String beneath = language.blockOf(block, edit.after().text());
                for (Edit inner : edit.within()) {
                    write(beneath, depth + 1, inner, lines);
                }
            }
        }
    }

    private void writeWhole(int depth, ConfigLine line, List<ScriptLine> lines) {
        lines.add(new ScriptLine(depth, line.text()));
        for (ConfigLine child : line.children()) {
            writeWhole(depth + 1, child, lines);
        }
    }
}
