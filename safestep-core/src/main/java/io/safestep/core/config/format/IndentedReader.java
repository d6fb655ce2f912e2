package io.safestep.core.config.format;

import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.language.Language;
import io.safestep.core.platform.language.LineMeaning;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Reads text whose blocks are told by indentation. */
public final class IndentedReader {

    /** Both numbers are there so that a hostile or broken text ends in a sentence and not in a full memory. */
    private static final int MOST_LINES = 400_000;

    private static final int MOST_DEPTH = 12;

    private final Language language;
    private final boolean distinct;
    private final Deque<Open> open = new ArrayDeque<>();
    private final List<String> comments = new ArrayList<>();

    /** The same lines come again and again: each is looked up once. */
    private final Map<String, Map<String, LineMeaning>> meanings = new HashMap<>();

    /** @param distinct whether two lines with the same key in one block, or a line beneath one that opens none, are an error */
    public IndentedReader(Language language, boolean distinct) {
        this.language = language;
        this.distinct = distinct;
    }

    /** A line whose block may still grow. */
    private static final class Open {
        final int indent;
        /** Null for what holds all lines at the top level. */
        final @Nullable LineMeaning meaning;

        final String blockBeneath;
        final int number;
        final List<String> comments;
        final List<ConfigLine> children = new ArrayList<>();
        private @Nullable Map<String, Integer> keys;
        int childIndent = -1;

        Open(int indent, @Nullable LineMeaning meaning, String blockBeneath, int number, List<String> comments) {
            this.indent = indent;
            this.meaning = meaning;
            this.blockBeneath = blockBeneath;
            this.number = number;
            this.comments = comments;
        }

        /** The number of the line that had this key before; null when none had. */
        @Nullable
        Integer keyTaken(String key, int lineNumber) {
            if (keys == null) {
                keys = new HashMap<>();
            }
            return keys.putIfAbsent(key, lineNumber);
        }

        /** Of a line: what holds all others has none. */
        LineMeaning means() {
            return Objects.requireNonNull(meaning);
        }

        ConfigLine line() {
            return new ConfigLine(means(), number, children, comments);
        }
    }

    public ConfigTree read(String text) {
        open.push(new Open(-1, null, "", 0, List.of()));
        List<String> lines = text.lines().toList();
        if (lines.size() > MOST_LINES) {
            throw new ConfigSyntaxException(MOST_LINES, "The text has more than " + MOST_LINES + " lines.");
        }
        int last = endMark(lines);
        for (int i = 0; i < lines.size(); i++) {
            String line = lines.get(i);
            if (line.isBlank() || i == last || language.isVolatile(line)) {
                continue;
            }
            if (language.isComment(line)) {
                comments.add(line.strip());
                continue;
            }
            if (endsBlock(line)) {
                continue;
            }
            take(line, i + 1);
            if (open.peek().means().holdsText()) {
                i = takeText(lines, i + 1);
            }
        }
        while (open.size() > 1) {
            close();
        }
        return new ConfigTree(open.peek().children, comments);
    }

    /** Where the line stands with which the device ends a whole configuration; negative when there is none. */
    private int endMark(List<String> lines) {
        if (!language.hasLastLine()) {
            return -1;
        }
        int last = lines.size() - 1;
        while (last >= 0 && isBehindTheEnd(lines.get(last))) {
            last--;
        }
        return last >= 0 && !language.isComment(lines.get(last)) && language.isLastLine(lines.get(last)) ? last : -1;
    }

    private boolean isBehindTheEnd(String line) {
        return line.isBlank() || !language.isLastLine(line) && language.isVolatile(line);
    }

    /**
     * Whether the line is the word that ends a block; closes that block. Of several that it could end, the innermost counts
     * that does not stand deeper than the line, as people who type are not exact about blanks.
     */
    private boolean endsBlock(String line) {
        String word = line.strip();
        Open ended = null;
        int indent = line.length() - line.stripLeading().length();
        for (Open candidate : open) {
            boolean ends = candidate.meaning != null && word.equals(candidate.meaning.end());
            if (ends && (ended == null || language.endsBlocksByWord() || ended.indent > indent)) {
                ended = candidate;
                if (language.endsBlocksByWord() || candidate.indent <= indent) {
                    break;
                }
            }
        }
        if (ended == null) {
            return false;
        }
        while (open.peek() != ended) {
            close();
        }
        close();
        return true;
    }

    /** Where indentation means nothing, a line that opens no block has nothing beneath it. */
    private int closedFor(String line, int number) {
        if (language.endsBlocksByWord()) {
            while (open.peek().meaning != null && !open.peek().meaning.opensBlock()) {
                close();
            }
            return open.peek().indent + 1;
        }
        int indent = indentOf(line, number);
        while (open.peek().indent >= indent) {
            close();
        }
        return indent;
    }

    private void take(String line, int number) {
        int indent = closedFor(line, number);
        Open parent = open.peek();
        boolean firstInBlock = parent.childIndent < 0;
        if (!firstInBlock && parent.childIndent != indent || open.size() == 1 && indent != 0) {
            throw new ConfigSyntaxException(number, "The indentation fits no block above this line.");
        }
        if (distinct && parent.meaning != null && parent.meaning.standsAlone()) {
            throw new ConfigSyntaxException(
                    number, "This line stands beneath \"" + parent.meaning.text() + "\", which opens no block.");
        }
        if (open.size() > MOST_DEPTH) {
            throw new ConfigSyntaxException(number, "Blocks are nested more than " + MOST_DEPTH + " deep.");
        }
        parent.childIndent = indent;
        LineMeaning meaning = meaning(parent.blockBeneath, line.strip());
        if (distinct) {
            Integer earlier = parent.keyTaken(meaning.key(), number);
            if (earlier != null && !isShownTwice(parent, meaning)) {
                throw new ConfigSyntaxException(
                        number, "This line says the same thing again as line " + earlier + " of the same block.");
            }
        }
        open.push(new Open(indent, meaning, meaning.blockBeneath(), number, List.copyOf(comments)));
        comments.clear();
    }

    /** Some devices show the very same line more than once; the last of them counts, with what stands beneath it. */
    private static boolean isShownTwice(Open parent, LineMeaning meaning) {
        return parent.children.removeIf(earlier ->
                earlier.text().equals(meaning.text()) && earlier.children().isEmpty());
    }

    /** Takes the lines that belong to the text of the line before; tells where its end mark stood. */
    private int takeText(List<String> lines, int from) {
        Open owner = open.peek();
        for (int i = from; i < lines.size(); i++) {
            if (lines.get(i).strip().equals(owner.means().endMark())) {
                return i;
            }
            owner.children.add(new ConfigLine(language.verbatim(lines.get(i).stripTrailing()), i + 1, List.of()));
        }
        throw new ConfigSyntaxException(
                owner.number,
                "The text that begins here has no end: \"" + owner.means().endMark()
                        + "\" does not stand alone on a line after it.");
    }

    private LineMeaning meaning(String block, String line) {
        return meanings.computeIfAbsent(block, b -> new HashMap<>())
                .computeIfAbsent(
                        line, l -> language.isRemoval(block, l) ? removal(block, l) : language.meaning(block, l));
    }

    /** A removal has no form of its own: what it removes is brought into the form that counts. */
    private LineMeaning removal(String block, String line) {
        String target = language.removed(block, line);
        String command = line.endsWith(target)
                ? line.substring(0, line.length() - target.length()).strip() + " "
                        + language.meaning(block, target).text()
                : line;
        return language.meaning(Language.UNKNOWN_BLOCK, command);
    }

    private void close() {
        Open done = open.pop();
        Open parent = open.peek();
        boolean says = !done.children.isEmpty()
                || !done.means().container()
                        && !language.isDefault(parent.blockBeneath, done.means().text());
        boolean leftOut = distinct && !says;
        if (!leftOut) {
            parent.children.add(done.line());
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
