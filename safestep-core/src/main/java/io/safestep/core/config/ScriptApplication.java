package io.safestep.core.config;

import io.safestep.core.platform.Language;
import io.safestep.core.platform.LineMeaning;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Applies commands to a configuration in the way in which the device would. Blocks that no command enters are taken over
 * as they are, so that the cost follows the commands and the blocks that they touch.
 */
final class ScriptApplication {

    private final Language language;

    ScriptApplication(Language language) {
        this.language = language;
    }

    /** A line while commands are applied. */
    private static final class Node {
        private final ConfigLine before;
        private LineMeaning meaning;

        /** The lines beneath; null as long as nobody entered the block. */
        private BlockLines beneath;

        /** @param before null for what holds all lines at the top level */
        Node(ConfigLine before, BlockLines beneath) {
            this.before = before;
            this.meaning = before == null ? null : before.meaning();
            this.beneath = beneath;
        }

        Node(ConfigLine before) {
            this(before, null);
        }

        Node(LineMeaning meaning) {
            this(new ConfigLine(meaning, 0, List.of()));
        }

        String block() {
            return meaning == null ? "" : meaning.blockBeneath();
        }

        BlockLines enter() {
            if (beneath == null) {
                beneath = new BlockLines(before.children());
            }
            return beneath;
        }

        /** Takes another text with the same key; what stands beneath stays. */
        void rewrite(LineMeaning other) {
            if (!meaning.text().equals(other.text())) {
                meaning = other;
            }
        }

        ConfigLine line() {
            return beneath == null && meaning == before.meaning()
                    ? before
                    : new ConfigLine(
                            meaning, 0, beneath == null ? before.children() : beneath.lines(), before.comments());
        }

        /** Containers that hold nothing do not exist (RFC 7950, section 7.5.1). */
        boolean exists() {
            return !meaning.container() || (beneath == null ? !before.children().isEmpty() : beneath.holdsAny());
        }
    }

    /**
     * The lines of a block: those that commands have named, and all others as they were. A table is made only of the lines
     * that commands can name.
     */
    private static final class BlockLines {
        private static final Node GONE = new Node(null, null);

        private final List<ConfigLine> before;

        /** By the place in the block; null where the line is as it was. */
        private final Node[] named;

        private final Map<String, Integer> places;
        private final Map<String, Node> added = new LinkedHashMap<>();

        BlockLines(List<ConfigLine> before) {
            this(before, null);
        }

        /** @param keys of all lines that commands will name; null when that is not known */
        BlockLines(List<ConfigLine> before, Set<String> keys) {
            this.before = before;
            this.named = new Node[before.size()];
            this.places = new HashMap<>(2 * (keys == null ? before.size() : keys.size()));
            for (int i = 0; i < before.size(); i++) {
                if (keys == null || keys.contains(before.get(i).key())) {
                    places.put(before.get(i).key(), i);
                }
            }
        }

        /** Null when there is no such line. */
        Node get(String key) {
            Integer place = places.get(key);
            if (place == null || named[place] == GONE) {
                return added.get(key);
            }
            if (named[place] == null) {
                named[place] = new Node(before.get(place));
            }
            return named[place];
        }

        void put(String key, Node node) {
            Integer place = places.get(key);
            if (place == null || named[place] == GONE) {
                added.put(key, node);
            } else {
                named[place] = node;
            }
        }

        void remove(String key) {
            Integer place = places.get(key);
            if (place == null || named[place] == GONE) {
                added.remove(key);
            } else {
                named[place] = GONE;
            }
        }

        List<ConfigLine> lines() {
            List<ConfigLine> lines = new ArrayList<>(before.size() + added.size());
            for (int i = 0; i < named.length; i++) {
                if (named[i] == null) {
                    lines.add(before.get(i));
                } else if (named[i] != GONE && named[i].exists()) {
                    lines.add(named[i].line());
                }
            }
            added.values().stream().filter(Node::exists).map(Node::line).forEach(lines::add);
            return lines;
        }

        boolean holdsAny() {
            for (Node node : named) {
                if (node == null || (node != GONE && node.exists())) {
                    return true;
                }
            }
            return added.values().stream().anyMatch(Node::exists);
        }
    }

    /**
     * A line of a script, looked at once.
     *
     * @param removes what it takes away; null when it sets something
     * @param meaning at the top level, of what it names; null beneath, where it depends on what has been entered
     */
    private record Command(ScriptLine line, String removes, LineMeaning meaning) {}

    private List<Command> commands(Script script) {
        List<Command> commands = new ArrayList<>(script.lines().size());
        for (ScriptLine line : script.lines()) {
            String removes = language.isRemoval(line.text()) ? language.removed(line.text()) : null;
            LineMeaning meaning =
                    line.depth() == 0 ? language.meaning("", removes == null ? line.text() : removes) : null;
            commands.add(new Command(line, removes, meaning));
        }
        return commands;
    }

    /** @throws ScriptRefusedException when a command can't be applied */
    ConfigTree apply(ConfigTree tree, Script script) {
        List<Command> commands = commands(script);
        Node root = new Node(null, new BlockLines(tree.lines(), keysAtTop(commands)));
        Deque<Node> entered = new ArrayDeque<>();
        entered.push(root);
        for (int i = 0; i < commands.size(); i++) {
            Command command = commands.get(i);
            int depth = command.line().depth();
            while (entered.size() > depth + 1) {
                entered.pop();
            }
            if (entered.size() != depth + 1) {
                throw new ScriptRefusedException(i, "This line is indented beneath a line that opens no block.");
            }
            Node parent = entered.peek();
            String named = command.removes() == null ? command.line().text() : command.removes();
            LineMeaning meaning =
                    command.meaning() == null ? language.meaning(parent.block(), named) : command.meaning();
            if (command.removes() != null) {
                remove(parent, named, meaning, i);
            } else if (meaning.holdsText()) {
                i = setText(parent, meaning, script, i);
            } else {
                entered.push(set(parent, meaning));
            }
        }
        return new ConfigTree(root.enter().lines(), tree.closingComments());
    }

    /** The keys of all lines at the top level that commands name. */
    private static Set<String> keysAtTop(List<Command> commands) {
        Set<String> keys = new HashSet<>();
        for (Command command : commands) {
            if (command.meaning() != null) {
                keys.add(command.meaning().key());
                if (command.removes() != null) {
                    keys.add(command.removes());
                }
            }
        }
        return keys;
    }

    private Node set(Node parent, LineMeaning meaning) {
        BlockLines siblings = parent.enter();
        Node present = siblings.get(meaning.key());
        if (language.isDefault(parent.block(), meaning.text())) {
            siblings.remove(meaning.key());
            return new Node(meaning);
        }
        if (present == null) {
            present = new Node(meaning);
            siblings.put(meaning.key(), present);
        } else {
            present.rewrite(meaning);
        }
        return present;
    }

    /** Sets a line with the text that goes with it; tells where the text ended. */
    private int setText(Node parent, LineMeaning meaning, Script script, int from) {
        List<ConfigLine> text = new ArrayList<>();
        for (int i = from + 1; i < script.lines().size(); i++) {
            ScriptLine line = script.lines().get(i);
            if (!line.verbatim()) {
                break;
            }
            if (line.text().strip().equals(meaning.endMark())) {
                parent.enter().put(meaning.key(), new Node(new ConfigLine(meaning, 0, text)));
                return i;
            }
            text.add(new ConfigLine(language.verbatim(line.text().stripTrailing()), 0, List.of()));
        }
        throw new ScriptRefusedException(from, "The text that begins here has no end.");
    }

    /** @param meaning of the target, which may also be named by its key alone */
    private void remove(Node parent, String target, LineMeaning meaning, int index) {
        BlockLines siblings = parent.enter();
        Node exact = siblings.get(meaning.key());
        if (exact != null && exact.meaning.text().equals(meaning.text())) {
            siblings.remove(meaning.key());
            return;
        }
        Node named = siblings.get(target);
        if (named == null || !named.meaning.keyed()) {
            throw new ScriptRefusedException(index, "There is no \"" + target + "\" here to remove.");
        }
        siblings.remove(target);
    }
}
