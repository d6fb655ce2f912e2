package io.safestep.core.schema;

import com.networknt.schema.Error;
import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import com.networknt.schema.serialization.NodeReader;
import com.networknt.schema.utils.JsonNodes;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToIntFunction;
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
import tools.jackson.core.JacksonException;
import tools.jackson.core.TokenStreamLocation;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Checks documents against a JSON Schema (draft 2020-12) that ships with the software. */
public final class SchemaCheck {

    private static final int MOST_FINDINGS = 50;
    private static final int MOST_DEPTH = 60;

    private final Schema schema;

    private SchemaCheck(Schema schema) {
        this.schema = schema;
    }

    /** @param name of the schema, for example {@code network} */
    public static SchemaCheck of(String name) {
        try (InputStream stream = SchemaCheck.class.getResourceAsStream("/schemas/" + name + ".schema.json")) {
            String text = new String(stream.readAllBytes(), StandardCharsets.UTF_8);
            return new SchemaCheck(SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                    .getSchema(text, InputFormat.JSON));
        } catch (IOException e) {
            throw new UncheckedIOException("The schema " + name + " can't be read.", e);
        }
    }

    /** What is wrong with a document in JSON (RFC 8259), in the order of lines. Empty: nothing. */
    public List<SchemaFinding> checkJson(String text) {
        JsonNode tree;
        try {
            tree = NodeReader.builder().locationAware().build().readTree(text, InputFormat.JSON);
        } catch (JacksonException e) {
            int line = e.getLocation() == null ? 1 : e.getLocation().getLineNr();
            return List.of(new SchemaFinding(Math.max(1, line), "", "The text is not JSON: " + e.getOriginalMessage()));
        }
        return findings(tree, error -> {
            TokenStreamLocation location = JsonNodes.tokenStreamLocationOf(error.getInstanceNode());
            return location == null ? 1 : location.getLineNr();
        });
    }

    /** What is wrong with a document in YAML, in the order of lines. Empty: nothing. */
    public List<SchemaFinding> checkYaml(String text) {
        Map<String, Integer> lines = new HashMap<>();
        JsonNode tree;
        try {
            Node root = new Yaml(new SafeConstructor(new LoaderOptions())).compose(new StringReader(text));
            if (root == null) {
                return List.of(new SchemaFinding(1, "", "The file is empty."));
            }
            tree = convert(root, "", lines, 0);
        } catch (MarkedYAMLException e) {
            int line = e.getProblemMark() == null ? 1 : e.getProblemMark().getLine() + 1;
            return List.of(new SchemaFinding(line, "", "The text is not YAML: " + e.getProblem() + "."));
        } catch (YAMLException e) {
            return List.of(new SchemaFinding(1, "", "The text is not YAML: " + e.getMessage()));
        }
        return findings(tree, error -> line(lines, error.getInstanceLocation().toString()));
    }

    /** The line of the value or, where it is missing, of what it is missing in. */
    private static int line(Map<String, Integer> lines, String pointer) {
        String at = pointer;
        while (!lines.containsKey(at) && at.contains("/")) {
            at = at.substring(0, at.lastIndexOf('/'));
        }
        return lines.getOrDefault(at, 1);
    }

    private List<SchemaFinding> findings(JsonNode tree, ToIntFunction<Error> line) {
        return schema.validate(tree).stream()
                .map(e -> new SchemaFinding(
                        line.applyAsInt(e), e.getInstanceLocation().toString(), sentence(e)))
                .sorted(Comparator.comparingInt(SchemaFinding::line))
                .distinct()
                .limit(MOST_FINDINGS)
                .toList();
    }

    private static String sentence(Error error) {
        String message = error.getMessage();
        return message.endsWith(".") ? message : message + ".";
    }

    private static JsonNode convert(Node node, String place, Map<String, Integer> lines, int depth) {
        if (depth > MOST_DEPTH) {
            throw new YAMLException("it is nested too deep, or holds itself");
        }
        lines.put(place, node.getStartMark().getLine() + 1);
        JsonNodeFactory factory = JsonNodeFactory.instance;
        if (node instanceof MappingNode mapping) {
            ObjectNode object = factory.objectNode();
            for (NodeTuple tuple : mapping.getValue()) {
                String name = ((ScalarNode) tuple.getKeyNode()).getValue();
                String inner = place + "/" + name.replace("~", "~0").replace("/", "~1");
                object.set(name, convert(tuple.getValueNode(), inner, lines, depth + 1));
                lines.put(inner, tuple.getKeyNode().getStartMark().getLine() + 1);
            }
            return object;
        }
        if (node instanceof SequenceNode sequence) {
            ArrayNode array = factory.arrayNode();
            for (Node item : sequence.getValue()) {
                array.add(convert(item, place + "/" + array.size(), lines, depth + 1));
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
