package io.safestep.practice.structured;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** What may stand at one place of a device's configuration (RFC 7950, section 4.2.2). */
public final class SchemaNode {

    /** Kinds of nodes. */
    public enum Kind {
        CONTAINER,
        LIST,
        LEAF,
        LEAF_LIST
    }

    private final Kind kind;
    private final String name;
    private final @Nullable String key;
    private final @Nullable String module;
    private final @Nullable LeafType type;
    private final Map<String, SchemaNode> children = new LinkedHashMap<>();

    /**
     * @param key name of the key leaf of a list; null otherwise
     * @param module namespace or module at the top level; null beneath
     * @param type null for what has nodes beneath
     */
    SchemaNode(Kind kind, String name, @Nullable String key, @Nullable String module, @Nullable LeafType type) {
        this.kind = kind;
        this.name = name;
        this.key = key;
        this.module = module;
        this.type = type;
    }

    void add(SchemaNode child) {
        children.put(child.name, child);
    }

    public Kind kind() {
        return kind;
    }

    public String name() {
        return name;
    }

    public @Nullable String key() {
        return key;
    }

    public @Nullable String module() {
        return module;
    }

    public @Nullable LeafType type() {
        return type;
    }

    /** The key leaf of a list. */
    public SchemaNode keyLeaf() {
        return Objects.requireNonNull(children.get(Objects.requireNonNull(key)));
    }

    /** The type of a leaf or of the entries of a leaf-list. */
    public LeafType leafType() {
        return Objects.requireNonNull(type);
    }

    /** Null when no such node may stand here. */
    public @Nullable SchemaNode child(String childName) {
        return children.get(childName);
    }

    List<String> order() {
        return List.copyOf(children.keySet());
    }
}
