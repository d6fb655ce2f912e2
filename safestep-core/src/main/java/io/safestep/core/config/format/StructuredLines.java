package io.safestep.core.config.format;

import io.safestep.core.config.script.Script;
import io.safestep.core.config.script.ScriptLine;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.platform.form.StructuredElement;
import io.safestep.core.platform.form.StructuredElement.Kind;
import io.safestep.core.platform.language.Language;
import io.safestep.core.platform.language.LineMeaning;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

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
        /** Its namespace (XML) or module (JSON); null when that is not said. */
        final @Nullable String module;

        final int line;
        final List<Node> children = new ArrayList<>();
        /** As lines have it, should no form say of which type it is. */
        @Nullable
        String value;

        /** The same, when a form says that it holds no names of modules. */
        @Nullable
        String plainValue;

        Node(String name, @Nullable String module, int line) {
            this.name = name;
            this.module = module;
            this.line = line;
        }

        String valueFor(StructuredElement.ValueType type) {
            boolean named = type == StructuredElement.ValueType.IDENTITY || type == StructuredElement.ValueType.PATH;
            String found = named || plainValue == null ? value : plainValue;
            return found == null ? "" : found;
        }
    }

    /** The lines of the nodes at the top level. */
    List<ConfigLine> lines(List<Node> nodesAtTop) {
        return lines("", null, nodesAtTop);
    }

    private List<ConfigLine> lines(String block, @Nullable String moduleAround, List<Node> nodesBeneath) {
        List<ConfigLine> lines = new ArrayList<>();
        Map<String, Integer> seen = new HashMap<>();
        UnknownEntries entries = new UnknownEntries(nodesBeneath);
        for (Node node : nodesBeneath) {
            if (++nodes > MOST_NODES) {
                throw new ConfigSyntaxException(node.line, "The configuration has more than " + MOST_NODES + " nodes.");
            }
            ConfigLine line = line(block, moduleAround, node, entries);
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

    private ConfigLine line(String block, @Nullable String moduleAround, Node node, UnknownEntries entries) {
        Optional<StructuredElement> element = language.element(block, node.name, node.module, moduleAround);
        String module =
                node.module == null ? element.map(StructuredElement::module).orElse(moduleAround) : node.module;
        List<Node> beneath = new ArrayList<>(node.children);
        String text = element.isPresent()
                ? text(element.get(), node, beneath)
                : unknown(new StructuredName(node.name, module).word(language, block, moduleAround), node, entries);
        LineMeaning meaning = language.meaning(block, text);
        return new ConfigLine(meaning, node.line, lines(meaning.blockBeneath(), module, beneath));
    }

    /** @param beneath loses the leaves that are keys */
    private static String text(StructuredElement element, Node node, List<Node> beneath) {
        StringBuilder text = new StringBuilder(element.word());
        if (element.kind() == Kind.LIST) {
            for (int i = 0; i < element.keyLeaves().size(); i++) {
                String key = element.keyLeaves().get(i);
                Node leaf = beneath.stream()
                        .filter(n -> n.name.equals(key))
                        .findFirst()
                        .orElseThrow(() -> new ConfigSyntaxException(
                                node.line, "An entry of the list " + node.name + " has no key " + key + "."));
                text.append(' ').append(LineValue.asWord(leaf.valueFor(element.typeAt(i))));
                beneath.remove(leaf);
            }
        } else if (!node.valueFor(element.typeAt(0)).isEmpty()) {
            text.append(' ').append(LineValue.asRest(node.valueFor(element.typeAt(0))));
        }
        return text.toString();
    }

    private static String unknown(String word, Node node, UnknownEntries entries) {
        String name = word + entries.distinction(node);
        return node.value == null || node.value.isEmpty() ? name : name + " " + LineValue.asRest(node.value);
    }

    /** The word in a line that names the node: its first. */
    static String word(String line) {
        int blank = line.indexOf(' ');
        return blank < 0 ? line : line.substring(0, blank);
    }

    private static String rest(String line) {
        int blank = line.indexOf(' ');
        return blank < 0 ? "" : line.substring(blank + 1);
    }

    /** The value of the leaf that a line stands for; empty when it has none. */
    static String value(String line) {
        return LineValue.read(rest(line));
    }

    /** Values of the keys in the line of a list entry. */
    static List<String> keyValues(StructuredElement element, String line) {
        List<String> words = List.of(rest(line).split(" "));
        return words.subList(0, Math.min(words.size(), element.keyLeaves().size())).stream()
                .map(LineValue::read)
                .toList();
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
