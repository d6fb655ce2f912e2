package io.safestep.core.config.script;

import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.language.Language;
import io.safestep.core.platform.language.LineMeaning;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Applies commands to a configuration in the way in which the device would. Blocks that no command enters are taken over
 * as they are, so that the cost follows the commands and the blocks that they touch.
 */
public final class ScriptApplication {

    private final Language language;
    private final boolean asDevice;

    /** @param asDevice whether a command is refused that the device would refuse, though it is clear what is meant */
    public ScriptApplication(Language language, boolean asDevice) {
        this.language = language;
        this.asDevice = asDevice;
    }

    /** A line while commands are applied. */
    private static final class Node {
        private final @Nullable ConfigLine before;
        private @Nullable LineMeaning meaning;

        /** It says what holds anyway, so that the device leaves it out when nothing stands beneath it. */
        private boolean leftOut;

        /** The lines beneath; null as long as nobody entered the block. */
        private @Nullable BlockLines beneath;

        /** @param before null for what holds all lines at the top level */
        Node(@Nullable ConfigLine before, @Nullable BlockLines beneath) {
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

        /** Of a line: what holds all lines at the top level has none. */
        LineMeaning means() {
            return Objects.requireNonNull(meaning);
        }

        private ConfigLine was() {
            return Objects.requireNonNull(before);
        }

        String block() {
            return meaning == null ? "" : meaning.blockBeneath();
        }

        BlockLines enter() {
            if (beneath == null) {
                beneath = new BlockLines(was().children());
            }
            return beneath;
        }

        /** Takes another text with the same key; what stands beneath stays. */
        void rewrite(LineMeaning other, boolean saysNothing) {
            leftOut = saysNothing;
            if (!means().text().equals(other.text())) {
                meaning = other;
            }
        }

        ConfigLine line() {
            return beneath == null && meaning == was().meaning()
                    ? was()
                    : new ConfigLine(
                            means(), 0, beneath == null ? was().children() : beneath.lines(), was().comments());
        }

        /** Containers that hold nothing do not exist (RFC 7950, section 7.5.1). */
        boolean exists() {
            return !means().container() && !leftOut
                    || (beneath == null ? !was().children().isEmpty() : beneath.holdsAny());
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
        private final @Nullable Node[] named;

        private final Map<String, Integer> places;
        private final Map<String, Node> added = new LinkedHashMap<>();

        BlockLines(List<ConfigLine> before) {
            this(before, null);
        }

        /** @param keys of all lines that commands will name; null when that is not known */
        BlockLines(List<ConfigLine> before, @Nullable Set<String> keys) {
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
        @Nullable
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
     * @param removes what it takes away, a line or the key of one; null when it sets something
     * @param meaning of what it names
     */
    private record Command(ScriptLine line, @Nullable String removes, LineMeaning meaning) {

        /** For a command that takes something away. */
        String removed() {
            return Objects.requireNonNull(removes);
        }
    }

    private Command command(String block, ScriptLine line) {
        String removes = language.isRemoval(block, line.text()) ? language.removed(block, line.text()) : null;
        return new Command(line, removes, language.meaning(block, removes == null ? line.text() : removes));
    }

    /** @throws ScriptRefusedException when a command can't be applied */
    public ConfigTree apply(ConfigTree tree, Script script) {
        return new Application(tree, script).run();
    }

    /** One script on its way through one configuration. */
    private final class Application {

        private final ConfigTree tree;
        private final Script script;
        /** Commands at the top level, looked at beforehand; null for those beneath. */
        private final List<@Nullable Command> atTop = new ArrayList<>();

        private final Deque<Node> entered = new ArrayDeque<>();
        private Node root;

        Application(ConfigTree tree, Script script) {
            this.tree = tree;
            this.script = script;
            script.lines().forEach(line -> atTop.add(line.depth() == 0 ? command("", line) : null));
            this.root = new Node(null, new BlockLines(tree.lines(), keysAtTop()));
            entered.push(root);
        }

        /** The keys of all lines at the top level that commands name; null when others may be touched too. */
        private @Nullable Set<String> keysAtTop() {
            if (language.movesLines()) {
                return null;
            }
            Set<String> keys = new HashSet<>();
            for (Command command : atTop) {
                if (command != null) {
                    keys.add(command.meaning().key());
                    if (command.removes() != null) {
                        keys.add(command.removes());
                    }
                }
            }
            return keys;
        }

        ConfigTree run() {
            for (int i = 0; i < atTop.size(); i++) {
                ScriptLine line = script.lines().get(i);
                while (entered.size() > line.depth() + 1) {
                    entered.pop();
                }
                if (entered.size() != line.depth() + 1) {
                    throw new ScriptRefusedException(i, "This line is indented beneath a line that opens no block.");
                }
                Node parent = entered.peek();
                Command command = atTop.get(i) == null ? command(parent.block(), line) : atTop.get(i);
                if (command.removes() != null) {
                    remove(parent, command, i);
                } else if (command.meaning().holdsText()) {
                    i = setText(parent, command.meaning(), i);
                } else {
                    refuseOverwriting(parent, command.meaning(), i);
                    entered.push(set(parent, command.meaning()));
                }
            }
            return new ConfigTree(root.enter().lines(), tree.closingComments());
        }

        private Node set(Node parent, LineMeaning meaning) {
            List<String> path = language.becomes(parent.block(), meaning.text());
            return path.isEmpty() ? put(parent, meaning) : moved(path);
        }

        private void refuseOverwriting(Node parent, LineMeaning meaning, int index) {
            if (!asDevice || !meaning.keyed()) {
                return;
            }
            Node present = parent.enter().get(meaning.key());
            if (present != null
                    && !present.means().text().equals(meaning.text())
                    && !language.overwrites(parent.block(), meaning.text())) {
                throw new ScriptRefusedException(
                        index,
                        "The device does not put \"" + meaning.text() + "\" in the place of \""
                                + present.means().text() + "\".");
            }
        }

        private Node put(Node parent, LineMeaning meaning) {
            BlockLines siblings = parent.enter();
            Node present = siblings.get(meaning.key());
            if (present == null) {
                present = new Node(meaning);
                siblings.put(meaning.key(), present);
            }
            present.rewrite(meaning, language.isDefault(parent.block(), meaning.text()));
            return present;
        }

        /** Sets what the device makes of a line, at the place to which it moves it. */
        private Node moved(List<String> path) {
            Node at = root;
            for (String line : path.subList(0, path.size() - 1)) {
                at = put(at, language.meaning(at.block(), line));
            }
            String last = GivenNumber.in(
                    path.get(path.size() - 1),
                    at.enter().lines().stream().map(ConfigLine::text).toList());
            return put(at, language.meaning(at.block(), last));
        }

        /** Sets a line with the text that goes with it; tells where the text ended. */
        private int setText(Node parent, LineMeaning meaning, int from) {
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

        private void remove(Node parent, Command command, int index) {
            List<String> path =
                    language.becomes(parent.block(), command.meaning().text());
            if (!path.isEmpty()) {
                removeMoved(path, command, index);
                return;
            }
            Node present = present(parent.enter(), command);
            if (present == null) {
                if (isOpposite(command)) {
                    return; // what is to hold holds already
                }
                throw new ScriptRefusedException(index, "There is no \"" + command.removes() + "\" here to remove.");
            }
            takeAway(parent, present, command, index);
        }

        /** The line as it stands, or the one with that key. */
        private @Nullable Node present(BlockLines siblings, Command command) {
            Node exact = siblings.get(command.meaning().key());
            if (exact != null && exact.means().text().equals(command.meaning().text())) {
                return exact;
            }
            Node named = siblings.get(command.removed());
            return named != null && named.means().keyed() ? named : null;
        }

        /** Whether a line is typed of which the device shows only the opposite. */
        private boolean isOpposite(Command command) {
            return command.removed().endsWith(" " + command.line().text());
        }

        private void takeAway(Node parent, Node present, Command command, int index) {
            String text = present.means().text();
            if (asDevice
                    && !language.takesAway(parent.block(), text, command.line().text())) {
                throw new ScriptRefusedException(
                        index,
                        language.removalOf(parent.block(), text)
                                .map(other -> "The device takes \"" + text + "\" away only with \"" + other + "\".")
                                .orElse("The device takes \"" + text + "\" away by no command."));
            }
            parent.enter().remove(present.means().key());
            if (language.takesAlong(parent.block(), text)) {
                dropReferring(parent, present);
            }
        }

        private void removeMoved(List<String> path, Command command, int index) {
            Node at = root;
            for (String line : path.subList(0, path.size() - 1)) {
                at = at.enter().get(language.meaning(at.block(), line).key());
                if (at == null) {
                    throw new ScriptRefusedException(index, "There is no \"" + command.removes() + "\" to remove.");
                }
            }
            String last = path.get(path.size() - 1);
            Node parent = at;
            ConfigLine found = at.enter().lines().stream()
                    .filter(line -> GivenNumber.fits(last, line.text()))
                    .findFirst()
                    .orElseThrow(() ->
                            new ScriptRefusedException(index, "There is no \"" + command.removes() + "\" to remove."));
            parent.enter().remove(found.key());
        }

        /** Drops every line that refers to what a line has defined that is gone, wherever it stands. */
        private void dropReferring(Node parent, Node gone) {
            List<String> above = new ArrayList<>();
            entered.descendingIterator().forEachRemaining(node -> {
                if (node.meaning != null) {
                    above.add(node.meaning.text());
                }
            });
            Set<String> names =
                    Set.copyOf(language.mentions(parent.block(), gone.means().text(), above)
                            .defines());
            ConfigTree left = new ReferringLines(language, names)
                    .without(new ConfigTree(root.enter().lines()));
            root = new Node(null, new BlockLines(left.lines()));
            List<LineMeaning> inside = new ArrayList<>();
            entered.descendingIterator().forEachRemaining(node -> inside.add(node.meaning));
            entered.clear();
            entered.push(root);
            inside.stream().skip(1).forEach(meaning -> entered.push(put(entered.peek(), meaning)));
        }
    }
}
