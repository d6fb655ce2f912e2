package io.safestep.core.config;

import io.safestep.core.platform.Language;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;

/** Applies commands to a configuration in the way in which the device would. */
final class ScriptApplication {

    private final Language language;

    ScriptApplication(Language language) {
        this.language = language;
    }

    private static final class Node {
        final String block;
        String text;
        final List<Node> children = new ArrayList<>();

        Node(String block, String text) {
            this.block = block;
            this.text = text;
        }
    }

    ConfigTree apply(ConfigTree tree, Script script) {
        Node root = new Node("", "");
        copy("", tree.lines(), root);
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
                entered.push(set(parent, line.text()));
            }
        }
        return new ConfigTree(lines(root));
    }

    private void copy(String block, List<ConfigLine> lines, Node into) {
        for (ConfigLine line : lines) {
            Node node = new Node(language.blockOf(block, line.text()), line.text());
            into.children.add(node);
            copy(node.block, line.children(), node);
        }
    }

    private Node set(Node parent, String text) {
        String key = language.keyOf(parent.block, text);
        for (Node child : parent.children) {
            if (language.keyOf(parent.block, child.text).equals(key)) {
                child.text = text;
                return child;
            }
        }
        Node added = new Node(language.blockOf(parent.block, text), text);
        parent.children.add(added);
        return added;
    }

    private void remove(Node parent, String target, int index) {
        boolean found = parent.children.removeIf(
                child -> child.text.equals(target) || language.keyNames(parent.block, child.text, target));
        if (!found) {
            throw new ScriptRefusedException(index, "There is no \"" + target + "\" here to remove.");
        }
    }

    private static List<ConfigLine> lines(Node node) {
        return node.children.stream()
                .map(child -> new ConfigLine(child.text, 0, lines(child)))
                .toList();
    }
}
