package io.safestep.core.schema;

import java.io.StringReader;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;
import org.yaml.snakeyaml.error.MarkedYAMLException;
import org.yaml.snakeyaml.error.YAMLException;
import org.yaml.snakeyaml.nodes.MappingNode;
import org.yaml.snakeyaml.nodes.Node;
import org.yaml.snakeyaml.nodes.NodeTuple;
import org.yaml.snakeyaml.nodes.ScalarNode;
import org.yaml.snakeyaml.nodes.SequenceNode;
import org.yaml.snakeyaml.nodes.Tag;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** A document in YAML that knows on which line each of its values stands. */
public final class YamlDocument {

    private static final int MOST_DEPTH = 60;
    private static final int MOST_VALUES = 200_000;

    private final Map<String, Integer> lines = new HashMap<>();
    private final JsonNode tree;
    private int values;

    private YamlDocument(Node root) {
        tree = convert(root, "", 0);
    }

    /**
     * What became of a text.
     *
     * @param document null when the text is no YAML
     * @param finding why it is none; null when it is
     */
    public record Parsed(
            @Nullable YamlDocument document, @Nullable SchemaFinding finding) {}

    public static Parsed parse(String text) {
        try {
            Node root = new Yaml(new SafeConstructor(new LoaderOptions())).compose(new StringReader(text));
            return root == null
                    ? new Parsed(null, new SchemaFinding(1, "", "The file is empty."))
                    : new Parsed(new YamlDocument(root), null);
        } catch (MarkedYAMLException e) {
            int line = e.getProblemMark() == null ? 1 : e.getProblemMark().getLine() + 1;
            return new Parsed(null, new SchemaFinding(line, "", "The text is not YAML: " + e.getProblem() + "."));
        } catch (YAMLException e) {
            return new Parsed(null, new SchemaFinding(1, "", "The text is not YAML: " + e.getMessage() + "."));
        }
    }

    public JsonNode tree() {
        return tree;
    }

    /**
     * The line of a value or, where it is missing, of what it is missing in; counted from 1.
     *
     * @param pointer JSON Pointer (RFC 6901)
     */
    public int line(String pointer) {
        String at = pointer;
        while (!lines.containsKey(at) && at.contains("/")) {
            at = at.substring(0, at.lastIndexOf('/'));
        }
        return lines.getOrDefault(at, 1);
    }

    /** What the schema does not allow, in the order of lines. Empty: nothing. */
    public List<SchemaFinding> check(SchemaCheck schema) {
        return schema.findings(tree, error -> {
            String place = error.getInstanceLocation().toString();
            return line(SchemaCheck.isUnknownName(error) ? place + "/" + error.getProperty() : place);
        });
    }

    private JsonNode convert(Node node, String place, int depth) {
        if (depth > MOST_DEPTH || ++values > MOST_VALUES) {
            throw new YAMLException("it is nested too deep, too large, or holds itself");
        }
        lines.put(place, node.getStartMark().getLine() + 1);
        JsonNodeFactory factory = JsonNodeFactory.instance;
        if (node instanceof MappingNode mapping) {
            ObjectNode object = factory.objectNode();
            for (NodeTuple tuple : mapping.getValue()) {
                if (!(tuple.getKeyNode() instanceof ScalarNode key)) {
                    throw new YAMLException(
                            "a name on line " + (node.getStartMark().getLine() + 1) + " is no text");
                }
                String inner = place + "/" + key.getValue().replace("~", "~0").replace("/", "~1");
                object.set(key.getValue(), convert(tuple.getValueNode(), inner, depth + 1));
                lines.put(inner, key.getStartMark().getLine() + 1);
            }
            return object;
        }
        if (node instanceof SequenceNode sequence) {
            ArrayNode array = factory.arrayNode();
            for (Node item : sequence.getValue()) {
                array.add(convert(item, place + "/" + array.size(), depth + 1));
            }
            return array;
        }
        return scalar((ScalarNode) node, factory);
    }

    private static JsonNode scalar(ScalarNode node, JsonNodeFactory factory) {
        String value = node.getValue();
        if (Tag.NULL.equals(node.getTag())) {
            return factory.nullNode();
        }
        if (Tag.BOOL.equals(node.getTag())) {
            return factory.booleanNode(value.matches("(?i)true|yes|on"));
        }
        if (Tag.INT.equals(node.getTag()) && value.matches("-?\\d{1,15}")) {
            return factory.numberNode(Long.parseLong(value));
        }
        return factory.stringNode(value);
    }
}
