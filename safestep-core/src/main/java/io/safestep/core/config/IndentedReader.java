package io.safestep.core.config;

import io.safestep.core.platform.Language;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Reads text whose blocks are told by indentation. */
final class IndentedReader {

    /** Both numbers are there so that a hostile or broken text ends in a sentence and not in a full memory. */
    private static final int MOST_LINES = 400_000;

    private static final int MOST_DEPTH = 12;

    private final Language language;
    private final boolean distinct;

    /** @param distinct whether two lines with the same key in one block, or a line beneath one that opens none, are an error */
    IndentedReader(Language language, boolean distinct) {
        this.language = language;
        this.distinct = distinct;
    }

    /** A line whose block may still grow. */
    private static final class Open {
        final int indent;
        final String text;
        final int number;
        final String blockBeneath;
        final boolean standsAlone;
        final List<ConfigLine> children = new ArrayList<>();
        final Map<String, Integer> keys = new HashMap<>();
        int childIndent = -1;

        Open(int indent, String text, int number, String blockBeneath, boolean standsAlone) {
            this.indent = indent;
            this.text = text;
            this.number = number;
            this.blockBeneath = blockBeneath;
            this.standsAlone = standsAlone;
        }
    }

    ConfigTree read(String text) {
        Deque<Open> open = new ArrayDeque<>();
        open.push(new Open(-1, "", 0, "", false));
        String[] lines = text.split("\r?\n", -1);
        if (lines.length > MOST_LINES) {
            throw new ConfigSyntaxException(MOST_LINES, "The text has more than " + MOST_LINES + " lines.");
        }
        for (int i = 0; i < lines.length; i++) {
            if (!lines[i].isBlank() && !language.isComment(lines[i]) && !language.isVolatile(lines[i])) {
                take(open, lines[i], i + 1);
            }
        }
        while (open.size() > 1) {
            close(open);
        }
        return new ConfigTree(open.peek().children);
    }

    private void take(Deque<Open> open, String line, int number) {
        int indent = indentOf(line, number);
        while (open.peek().indent >= indent) {
            close(open);
        }
        Open parent = open.peek();
        boolean firstInBlock = parent.childIndent < 0;
        if (!firstInBlock && parent.childIndent != indent || open.size() == 1 && indent != 0) {
            throw new ConfigSyntaxException(number, "The indentation fits no block above this line.");
        }
        if (distinct && parent.standsAlone) {
            throw new ConfigSyntaxException(
                    number, "This line stands beneath \"" + parent.text + "\", which opens no block.");
        }
        if (open.size() > MOST_DEPTH) {
            throw new ConfigSyntaxException(number, "Blocks are nested more than " + MOST_DEPTH + " deep.");
        }
        parent.childIndent = indent;
        String block = parent.blockBeneath;
        String text = canonical(block, line.strip());
        if (distinct) {
            Integer earlier = parent.keys.putIfAbsent(language.keyOf(block, text), number);
            if (earlier != null) {
                throw new ConfigSyntaxException(
                        number, "This line says the same thing again as line " + earlier + " of the same block.");
            }
        }
        open.push(new Open(indent, text, number, language.blockOf(block, text), language.standsAlone(block, text)));
    }

    private String canonical(String block, String line) {
        if (!language.isRemoval(line)) {
            return language.canonical(block, line);
        }
        String target = language.removed(line);
        return line.substring(0, line.length() - target.length()).strip() + " " + language.canonical(block, target);
    }

    private void close(Deque<Open> open) {
        Open done = open.pop();
        Open parent = open.peek();
        boolean leftOut = distinct && language.isDefault(parent.blockBeneath, done.text);
        if (!leftOut) {
            parent.children.add(new ConfigLine(done.text, done.number, done.children));
        }
    }

    private static int indentOf(String line, int number) {
        int indent = 0;
        while (line.charAt(indent) == ' ') {
            indent++;
        }
        if (line.charAt(indent) == '\t') {
            throw new ConfigSyntaxException(number, "Indent with blanks, not with tabs.");
        }
        return indent;
    }
}
