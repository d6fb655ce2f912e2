package io.safestep.core.config;

import io.safestep.core.platform.Language;
import io.safestep.core.platform.LineMeaning;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

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
    private final class Node {
        private LineMeaning meaning;
        private List<String> comments = List.of();
        private ConfigLine untouched;

        /** Lines beneath by key; null as long as nobody entered the block. */
        private Map<String, Node> children;

        Node(ConfigLine line) {
            meaning = line.meaning();
            comments = line.comments();
            untouched = line;
        }

        Node(LineMeaning meaning, List<ConfigLine> beneath) {
            this.meaning = meaning;
            this.children = byKey(beneath);
        }

        String block() {
            return meaning == null ? "" : meaning.blockBeneath();
        }

        Map<String, Node> enter() {
            if (children == null) {
                children = byKey(untouched.children());
                untouched = null;
            }
            return children;
        }

        /** Takes another text with the same key; what stands beneath stays. */
        void rewrite(LineMeaning other) {
            if (!meaning.text().equals(other.text())) {
                enter();
                meaning = other;
            }
        }

        ConfigLine line() {
            return untouched != null ? untouched : new ConfigLine(meaning, 0, lines(children.values()), comments);
        }

        /** Containers that hold nothing do not exist (RFC 7950, section 7.5.1). */
        boolean exists() {
            return untouched != null
                    || !meaning.container()
                    || children.values().stream().anyMatch(Node::exists);
        }
    }

    private Map<String, Node> byKey(List<ConfigLine> lines) {
        Map<String, Node> nodes = new LinkedHashMap<>(lines.size() * 2);
        lines.forEach(line -> nodes.put(line.key(), new Node(line)));
        return nodes;
    }

    private static List<ConfigLine> lines(Collection<Node> nodes) {
        return nodes.stream().filter(Node::exists).map(Node::line).toList();
    }

    /** @throws ScriptRefusedException when a command can't be applied */
    ConfigTree apply(ConfigTree tree, Script script) {
        Node root = new Node(null, tree.lines());
        Deque<Node> entered = new ArrayDeque<>();
        entered.push(root);
        for (int i = 0; i < script.lines().size(); i++) {
            ScriptLine line = script.lines().get(i);
            while (entered.size() > line.depth() + 1) {
                entered.pop();
            }
            if (entered.size() != line.depth() + 1) {
                throw new ScriptRefusedException(i, "This line is indented beneath a line that opens no block.");
            }
            Node parent = entered.peek();
            if (language.isRemoval(line.text())) {
                remove(parent, language.removed(line.text()), i);
            } else {
                LineMeaning meaning = language.meaning(parent.block(), line.text());
                if (meaning.holdsText()) {
                    i = setText(parent, meaning, script, i);
                } else {
                    entered.push(set(parent, meaning));
                }
            }
        }
        return new ConfigTree(lines(root.children.values()), tree.closingComments());
    }

    private Node set(Node parent, LineMeaning meaning) {
        Map<String, Node> siblings = parent.enter();
        Node present = siblings.get(meaning.key());
        if (language.isDefault(parent.block(), meaning.text())) {
            siblings.remove(meaning.key());
            return new Node(meaning, List.of());
        }
        if (present == null) {
            present = new Node(meaning, List.of());
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
                Node node = new Node(new ConfigLine(meaning, 0, text));
                parent.enter().put(meaning.key(), node);
                return i;
            }
            text.add(new ConfigLine(language.verbatim(line.text().stripTrailing()), 0, List.of()));
        }
        throw new ScriptRefusedException(from, "The text that begins here has no end.");
    }

    private void remove(Node parent, String target, int index) {
        Map<String, Node> siblings = parent.enter();
        LineMeaning meaning = language.meaning(parent.block(), target);
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
