package io.safestep.core.config;

import io.safestep.core.platform.Language;
import io.safestep.core.platform.LineMeaning;
import io.safestep.core.platform.StructuredElement;
import io.safestep.core.platform.StructuredElement.Kind;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * How the nodes of a structured configuration and the lines that stand for them correspond: a container is a line with
 * its name, a list entry one with its name and keys, a leaf one with its name and value.
 */
final class StructuredLines {

    static final int MOST_DEPTH = 40;
    static final int MOST_NODES = 400_000;

    private final Language language;
    private int nodes;

    StructuredLines(Language language) {
        this.language = language;
    }

    /** A node while it is read: name, own value, and nodes beneath. */
    static final class Node {
        final String name;
        final int line;
        final List<Node> children = new ArrayList<>();
        String value;
        String module;

        Node(String name, int line) {
            this.name = name;
            this.line = line;
        }
    }

    /** The lines of the nodes beneath a block. */
    List<ConfigLine> lines(String block, List<Node> nodesBeneath) {
        List<ConfigLine> lines = new ArrayList<>();
        Map<String, Integer> seen = new HashMap<>();
        for (Node node : nodesBeneath) {
            if (++nodes > MOST_NODES) {
                throw new ConfigSyntaxException(node.line, "The configuration has more than " + MOST_NODES + " nodes.");
            }
            ConfigLine line = line(block, node);
            Integer earlier = seen.putIfAbsent(line.key(), node.line);
            if (earlier != null) {
                throw new ConfigSyntaxException(
                        node.line, "The node " + node.name + " says the same thing again as line " + earlier + ".");
            }
            boolean nothing = line.meaning().container() && line.children().isEmpty();
            boolean leftOut = line.children().isEmpty() && language.isDefault(block, line.text());
            if (!nothing && !leftOut) {
                lines.add(line);
            }
        }
        return lines;
    }

    private ConfigLine line(String block, Node node) {
        Optional<StructuredElement> element = language.element(block, node.name);
        boolean list = element.isPresent() && element.get().kind() == Kind.LIST;
        StringBuilder text = new StringBuilder(node.name);
        List<Node> beneath = new ArrayList<>(node.children);
        if (list) {
            for (String key : element.get().keyLeaves()) {
                Node leaf = beneath.stream()
                        .filter(n -> n.name.equals(key))
                        .findFirst()
                        .orElseThrow(() -> new ConfigSyntaxException(
                                node.line, "An entry of the list " + node.name + " has no key " + key + "."));
                if (leaf.value == null || leaf.value.isBlank() || leaf.value.contains(" ")) {
                    throw new ConfigSyntaxException(
                            leaf.line, "The key " + key + " of the list " + node.name + " has to be one word.");
                }
                text.append(' ').append(leaf.value);
                beneath.remove(leaf);
            }
        } else if (node.value != null && !node.value.isEmpty()) {
            text.append(' ').append(escaped(node.value));
        }
        LineMeaning meaning = language.meaning(block, text.toString());
        return new ConfigLine(meaning, node.line, lines(meaning.blockBeneath(), beneath));
    }

    /** A value on one line: what would break it, or be lost at its ends, is written with a backslash. */
    private static String escaped(String value) {
        String one = value.replace("\\", "\\\\")
                .replace("\n", "\\n")
                .replace("\r", "\\r")
                .replace("\t", "\\t");
        if (one.startsWith(" ")) {
            one = "\\s" + one.substring(1);
        }
        return one.endsWith(" ") ? one.substring(0, one.length() - 1) + "\\s" : one;
    }

    private static String unescaped(String written) {
        if (written.indexOf('\\') < 0) {
            return written;
        }
        StringBuilder value = new StringBuilder();
        for (int i = 0; i < written.length(); i++) {
            char c = written.charAt(i);
            boolean escape = c == '\\' && i + 1 < written.length();
            value.append(
                    !escape
                            ? c
                            : switch (written.charAt(++i)) {
                                case 'n' -> '\n';
                                case 'r' -> '\r';
                                case 't' -> '\t';
                                case 's' -> ' ';
                                default -> written.charAt(i);
                            });
        }
        return value.toString();
    }

    /** The name in a line: its first word. */
    static String name(String line) {
        int blank = line.indexOf(' ');
        return blank < 0 ? line : line.substring(0, blank);
    }

    private static String rest(String line) {
        int blank = line.indexOf(' ');
        return blank < 0 ? "" : line.substring(blank + 1);
    }

    /** The value of the leaf that a line stands for; empty when it has none. */
    static String value(String line) {
        return unescaped(rest(line));
    }

    /** Values of the keys in the line of a list entry. */
    static List<String> keyValues(StructuredElement element, String line) {
        List<String> words = List.of(rest(line).split(" "));
        return words.subList(0, Math.min(words.size(), element.keyLeaves().size()));
    }

    /** A script as a tree: each command with the commands in the block that it enters. */
    record Command(String text, boolean removal, String block, List<Command> beneath) {}

    /** The commands of a script; a block that is entered again goes on where it was left. */
    List<Command> commands(Script script) {
        List<Command> top = new ArrayList<>();
        List<Command> open = new ArrayList<>();
        for (ScriptLine line : script.lines()) {
            while (open.size() > line.depth()) {
                open.remove(open.size() - 1);
            }
            Command parent = open.isEmpty() ? null : open.get(open.size() - 1);
            String block = parent == null
                    ? ""
                    : language.meaning(parent.block(), parent.text()).blockBeneath();
            List<Command> siblings = parent == null ? top : parent.beneath();
            boolean removal = language.isRemoval(block, line.text());
            String text = removal ? language.removed(block, line.text()) : line.text();
            Command last = siblings.isEmpty() ? null : siblings.get(siblings.size() - 1);
            if (last == null || removal || last.removal() || !last.text().equals(text)) {
                last = new Command(text, removal, block, new ArrayList<>());
                siblings.add(last);
            }
            open.add(last);
        }
        return top;
    }
}
