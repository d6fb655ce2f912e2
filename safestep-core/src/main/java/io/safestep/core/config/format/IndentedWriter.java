package io.safestep.core.config.format;

import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.language.Language;
import java.util.Objects;

/** Writes a configuration as text whose blocks are told by indentation, comments at their places. */
public final class IndentedWriter {

    private final Language language;
    private final StringBuilder text = new StringBuilder();

    public IndentedWriter(Language language) {
        this.language = language;
    }

    public String write(ConfigTree tree) {
        tree.lines().forEach(line -> write(0, line));
        tree.closingComments().forEach(comment -> line(0, comment));
        return text.toString();
    }

    private void write(int depth, ConfigLine line) {
        line.comments().forEach(comment -> line(depth, comment));
        line(depth, line.text());
        if (line.meaning().holdsText()) {
            line.children().forEach(child -> line(0, child.text()));
            line(0, Objects.requireNonNull(line.meaning().endMark()));
        } else {
            line.children().forEach(child -> write(depth + 1, child));
            if (line.meaning().end() != null) {
                line(depth, line.meaning().end());
            }
        }
    }

    private void line(int depth, String content) {
        text.append(" ".repeat(language.indent() * depth)).append(content).append('\n');
    }
}
