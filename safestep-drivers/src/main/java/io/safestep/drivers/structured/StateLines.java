package io.safestep.drivers.structured;

import java.util.ArrayList;
import java.util.List;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import tools.jackson.databind.JsonNode;

/**
 * What a device tells of its state as XML or JSON, as lines that the patterns of a profile can read: every node with values
 * of its own becomes {@code name leaf=value leaf=value}, and what stands beneath it follows in lines of its own. Blanks in a
 * value become hyphens. The front door of this package.
 */
public final class StateLines {

    private static final int MOST_DEPTH = 60;

    private final StringBuilder text = new StringBuilder();

    private StateLines() {}

    /** The lines of all nodes beneath an element. */
    public static String of(Element data) {
        StateLines lines = new StateLines();
        lines.element(data, 0);
        return lines.text.toString();
    }

    /** The lines of all nodes in an object; names lose their module. */
    public static String of(JsonNode data) {
        StateLines lines = new StateLines();
        lines.object("", data, 0);
        // JSON can hold it and XML can't; no database stores it.
        return lines.text.toString().replace('\0', '-');
    }

    private void element(Element element, int depth) {
        List<Element> leaves = new ArrayList<>();
        List<Element> others = new ArrayList<>();
        for (Node n = element.getFirstChild(); n != null; n = n.getNextSibling()) {
            if (n instanceof Element child) {
                (child.getElementsByTagName("*").getLength() == 0 ? leaves : others).add(child);
            }
        }
        if (leaves.stream().anyMatch(leaf -> !leaf.getTextContent().isBlank())) {
            text.append(element.getLocalName());
            leaves.forEach(c -> leaf(c.getLocalName(), c.getTextContent()));
            text.append('\n');
        }
        if (depth < MOST_DEPTH) {
            others.forEach(c -> element(c, depth + 1));
        }
    }

    private void object(String name, JsonNode node, int depth) {
        if (node.isArray()) {
            node.forEach(item -> object(name, item, depth + 1));
            return;
        }
        if (!node.isObject() || depth > MOST_DEPTH) {
            return;
        }
        if (node.values().stream().anyMatch(JsonNode::isValueNode)) {
            text.append(name);
            node.properties().stream()
                    .filter(p -> p.getValue().isValueNode())
                    .forEach(p -> leaf(local(p.getKey()), p.getValue().asString()));
            text.append('\n');
        }
        node.properties().stream()
                .filter(p -> !p.getValue().isValueNode())
                .forEach(p -> object(local(p.getKey()), p.getValue(), depth + 1));
    }

    private static String local(String qualified) {
        return qualified.substring(qualified.indexOf(':') + 1);
    }

    private void leaf(String name, String value) {
        text.append(' ').append(name).append('=').append(value.strip().replaceAll("\\s+", "-"));
    }
}
