package io.safestep.practice.structured;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Data in JSON (RFC 7951). */
public final class JsonData {

    private static final JsonMapper MAPPER =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    private JsonData() {}

    /** The members of an object, as an edit beneath a node of the schema. */
    static List<Edit> edits(String text, SchemaNode schema) {
        return edits(parse(text), schema);
    }

    /** @throws DataRefusal when the text is no JSON object */
    public static ObjectNode parse(String text) {
        try {
            if (MAPPER.readTree(text) instanceof ObjectNode object) {
                return object;
            }
        } catch (JacksonException e) {
            throw new DataRefusal("malformed-message", "/", "The body is no JSON: " + e.getOriginalMessage());
        }
        throw new DataRefusal("malformed-message", "/", "The body is no JSON object.");
    }

    /** @param schema of the node whose members these are */
    public static List<Edit> edits(ObjectNode object, SchemaNode schema) {
        List<Edit> edits = new ArrayList<>();
        object.properties().forEach(member -> {
            String name = member.getKey().substring(member.getKey().indexOf(':') + 1);
            SchemaNode child = schema.child(name);
            boolean emptyLeaf =
                    child != null && child.type() != null && child.type().isEmpty();
            if (member.getValue() instanceof ArrayNode array && !emptyLeaf) {
                array.forEach(item -> edits.add(edit(name, item, child)));
            } else {
                edits.add(edit(name, member.getValue(), child));
            }
        });
        return edits;
    }

    private static Edit edit(String name, JsonNode value, @Nullable SchemaNode schema) {
        if (value instanceof ObjectNode object && schema != null) {
            return new Edit(name, "", null, edits(object, schema));
        }
        boolean empty = value.isArray() || value.isNull();
        String text = empty ? "" : value.isObject() ? value.toString() : value.asString();
        return new Edit(name, text, null, List.of());
    }

    static String document(DataNode root, boolean hidePasswords) {
        return text(object(root, hidePasswords, true));
    }

    public static String text(JsonNode node) {
        return MAPPER.writeValueAsString(node) + "\n";
    }

    /** @param qualified whether names carry their module in front, as at the top level */
    public static ObjectNode object(DataNode parent, boolean hidePasswords, boolean qualified) {
        ObjectNode object = JsonNodeFactory.instance.objectNode();
        for (DataNode child : parent.children()) {
            SchemaNode schema = child.schema();
            String name = qualified ? schema.module() + ":" + schema.name() : schema.name();
            JsonNode value = schema.type() == null
                    ? object(child, hidePasswords, false)
                    : leaf(schema, StructuredLanguage.shownValue(child, hidePasswords));
            if (schema.kind() == SchemaNode.Kind.LIST || schema.kind() == SchemaNode.Kind.LEAF_LIST) {
                object.withArray("/" + name).add(value);
            } else {
                object.set(name, value);
            }
        }
        return object;
    }

    /** The value of a leaf as JSON. */
    public static JsonNode leaf(SchemaNode schema, String value) {
        JsonNodeFactory factory = JsonNodeFactory.instance;
        if (schema.leafType().isEmpty()) {
            return factory.arrayNode().addNull();
        }
        if (schema.leafType().isNumber()) {
            return factory.numberNode(Long.parseLong(value));
        }
        return schema.leafType().isBoolean()
                ? factory.booleanNode(Boolean.parseBoolean(value))
                : factory.stringNode(value);
    }
}
