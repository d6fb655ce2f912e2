package io.safestep.core.config;

import java.util.List;

/** The exact commands for one device, in the order in which they are sent. */
public record Script(List<ScriptLine> lines) {

    public Script {
        lines = List.copyOf(lines);
    }

    public boolean isEmpty() {
        return lines.isEmpty();
    }

    /** One command a line, indented by the blocks entered; ends with a line feed unless empty. */
    public String text(int indent) {
        StringBuilder text = new StringBuilder();
        for (ScriptLine line : lines) {
            text.append(" ".repeat(indent * line.depth())).append(line.text()).append('\n');
        }
        return text.toString();
    }
}
