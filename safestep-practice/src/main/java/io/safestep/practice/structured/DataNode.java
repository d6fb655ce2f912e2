package io.safestep.practice.structured;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** A node of the data that a device holds. Entries of lists and of leaf-lists are told apart by their key or value. */
public final class DataNode {

    private final SchemaNode schema;
    private @Nullable String value;
    private final Map<String, DataNode> children = new LinkedHashMap<>();

    DataNode(SchemaNode schema, @Nullable String value) {
        this.schema = schema;
        this.value = value;
    }

    public SchemaNode schema() {
        return schema;
    }

    /** The value of a leaf, or of an entry of a leaf-list. */
    public String leafValue() {
        return Objects.requireNonNull(value);
    }

    /** Null for what has nodes beneath; empty for a leaf without a value. */
    public @Nullable String value() {
        return value;
    }

    DataNode copy() {
        DataNode copy = new DataNode(schema, value);
        children.forEach((id, child) -> copy.children.put(id, child.copy()));
        return copy;
    }

    /** What tells the node from its siblings. */
    String id() {
        return switch (schema.kind()) {
            case CONTAINER, LEAF -> schema.name();
            case LIST -> schema.name() + "=" + key();
            case LEAF_LIST -> schema.name() + "=" + value;
        };
    }

    private @Nullable String key() {
        DataNode leaf = children.get(schema.key());
        return leaf == null ? null : leaf.value();
    }

    /** Null when there is none. */
    public @Nullable DataNode child(String id) {
        return children.get(id);
    }

    void put(DataNode child) {
        children.put(child.id(), child);
    }

    void setValue(String newValue) {
        value = newValue;
    }

    boolean remove(String id) {
        return children.remove(id) != null;
    }

    void clear() {
        children.clear();
    }

    boolean isBare() {
        return children.isEmpty();
    }

    /** Containers that hold nothing any more do not exist (RFC 7950, section 7.5.1). */
    void dropEmptyContainers() {
        children.values().forEach(DataNode::dropEmptyContainers);
        children.values().removeIf(c -> c.schema.kind() == SchemaNode.Kind.CONTAINER && c.isBare());
    }

    /** In the device's own order: that of its language, entries of lists by key. */
    public List<DataNode> children() {
        List<DataNode> sorted = new ArrayList<>(children.values());
        List<String> order = schema.order();
        sorted.sort(Comparator.comparingInt((DataNode n) -> order.indexOf(n.schema.name()))
                .thenComparing(DataNode::sortKey, DataNode::natural));
        return sorted;
    }

    private @Nullable String sortKey() {
        return switch (schema.kind()) {
            case LIST -> key();
            case LEAF_LIST -> value;
            default -> "";
        };
    }

    /** Numbers at the end of names by size: x2 before x10. */
    private static int natural(String one, String other) {
        String plainOne = one.replaceAll("\\d+$", "");
        String plainOther = other.replaceAll("\\d+$", "");
        boolean bothNumbered = one.length() > plainOne.length() && other.length() > plainOther.length();
        if (plainOne.equals(plainOther) && bothNumbered) {
            String numberOne = one.substring(plainOne.length());
            String numberOther = other.substring(plainOther.length());
            int byLength = Integer.compare(numberOne.length(), numberOther.length());
            return byLength != 0 ? byLength : numberOne.compareTo(numberOther);
        }
        return one.compareTo(other);
    }
}
