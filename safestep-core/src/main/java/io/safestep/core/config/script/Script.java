package io.safestep.core.config.script;

import io.safestep.core.config.tree.ConfigLine;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/** The exact commands for one device, in the order in which they are sent. */
public record Script(List<ScriptLine> lines) {

    public Script {
        lines = List.copyOf(lines);
    }

    /** The commands that write these lines with everything beneath. */
    public static Script writing(List<ConfigLine> lines) {
        List<ScriptLine> flat = new ArrayList<>();
        lines.forEach(line -> write(0, line, flat));
        return new Script(flat);
    }

    /** The commands that write one line with everything beneath. */
    static void write(int depth, ConfigLine line, List<ScriptLine> into) {
        into.add(new ScriptLine(depth, line.text()));
        if (line.meaning().holdsText()) {
            line.children().forEach(child -> into.add(new ScriptLine(depth + 1, child.text(), true)));
            into.add(new ScriptLine(
                    depth + 1, Objects.requireNonNull(line.meaning().endMark()), true));
        } else {
            line.children().forEach(child -> write(depth + 1, child, into));
        }
    }

    public boolean isEmpty() {
        return lines.isEmpty();
    }

    /** One command a line, indented by the blocks entered; ends with a line feed unless empty. */
    public String text(int indent) {
        StringBuilder text = new StringBuilder();
        for (ScriptLine line : lines) {
            text.append(" ".repeat(line.verbatim() ? 0 : indent * line.depth()))
                    .append(line.text())
                    .append('\n');
        }
        return text.toString();
    }
}
