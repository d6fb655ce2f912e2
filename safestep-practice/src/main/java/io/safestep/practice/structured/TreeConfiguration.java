package io.safestep.practice.structured;

import io.safestep.practice.device.DeviceConfiguration;
import io.safestep.practice.device.Passwords;
import java.util.List;
import java.util.function.Predicate;

/** The configuration of a device of a structured family, and what edits do to it (RFC 6241, section 7.2). */
public final class TreeConfiguration implements DeviceConfiguration {

    private final StructuredLanguage language;
    private final DataNode root;

    TreeConfiguration(StructuredLanguage language, DataNode root) {
        this.language = language;
        this.root = root;
    }

    @Override
    public TreeConfiguration copy() {
        return new TreeConfiguration(language, root.copy());
    }

    public DataNode root() {
        return root;
    }

    /**
     * Applies an edit.
     *
     * @param operation for nodes that name none: merge, replace or none
     * @param ignored lines that are passed over, as words from the top down
     * @throws DataRefusal when it can't be applied; what was applied up to there stays: work on a copy
     */
    public void apply(List<Edit> edits, String operation, Predicate<String> ignored) {
        for (Edit edit : edits) {
            apply(root, edit, operation, "", ignored);
        }
        root.dropEmptyContainers();
        language.checkReferences(root);
    }

    private void apply(DataNode parent, Edit edit, String inherited, String path, Predicate<String> ignored) {
        String here = path + "/" + edit.name();
        SchemaNode schema = parent.schema().child(edit.name());
        if (schema == null) {
            throw new DataRefusal("unknown-element", here, "The element " + edit.name() + " is not known here.");
        }
        String operation = edit.operation() == null ? inherited : edit.operation();
        if (edit.children().isEmpty()
                && ignored.test((here.substring(1).replace('/', ' ') + " " + edit.value()).strip())) {
            return;
        }
        String id = id(schema, edit, here);
        DataNode present = parent.child(id);
        switch (operation) {
            case "delete", "remove" -> {
                if (present == null && operation.equals("delete")) {
                    throw new DataRefusal("data-missing", here, "There is no " + id + " to delete.");
                }
                parent.remove(id);
                return;
            }
            case "create" -> {
                if (present != null) {
                    throw new DataRefusal("data-exists", here, "There is a " + id + " already.");
                }
            }
            case "replace" -> {
                if (present != null) {
                    parent.remove(id);
                    present = null;
                }
            }
            case "merge", "none" -> {}
            default -> throw new DataRefusal("bad-attribute", here, "The operation " + operation + " is not known.");
        }
        if (schema.type() != null) {
            leaf(parent, schema, edit, operation, here);
            return;
        }
        DataNode node = present;
        if (node == null) {
            if (operation.equals("none") && schema.kind() == SchemaNode.Kind.LIST) {
                throw new DataRefusal("data-missing", here, "There is no " + id + ".");
            }
            node = new DataNode(schema, null);
            if (schema.kind() == SchemaNode.Kind.LIST) {
                node.put(new DataNode(
                        schema.keyLeaf(), edit.leaf(schema.keyLeaf().name())));
            }
            parent.put(node);
        }
        for (Edit child : edit.children()) {
            if (!child.name().equals(schema.key())) {
                // What was created or replaced as a whole has only new nodes beneath.
                String beneath = operation.equals("none") ? "none" : "merge";
                apply(node, child, beneath, here, ignored);
            }
        }
    }

    private void leaf(DataNode parent, SchemaNode schema, Edit edit, String operation, String here) {
        if (!edit.children().isEmpty()) {
            throw new DataRefusal("unknown-element", here, "Nothing stands beneath " + edit.name() + ".");
        }
        if (operation.equals("none")) {
            return;
        }
        String value = edit.value();
        if (!schema.leafType().accepts(value)) {
            throw new DataRefusal(
                    "invalid-value",
                    here,
                    "\"" + value + "\" does not fit " + edit.name() + ": " + schema.type() + ".");
        }
        parent.put(new DataNode(schema, schema.leafType().isPassword() ? Passwords.digest(value) : value));
    }

    private static String id(SchemaNode schema, Edit edit, String here) {
        return switch (schema.kind()) {
            case CONTAINER, LEAF -> schema.name();
            case LEAF_LIST -> schema.name() + "=" + edit.value();
            case LIST -> {
                String key = edit.leaf(schema.keyLeaf().name());
                if (key == null || key.isEmpty()) {
                    throw new DataRefusal(
                            "missing-element", here, "An entry of " + schema.name() + " needs " + schema.key() + ".");
                }
                if (!schema.keyLeaf().leafType().accepts(key)) {
                    throw new DataRefusal("invalid-value", here, "\"" + key + "\" is no " + schema.key() + ".");
                }
                yield schema.name() + "=" + key;
            }
        };
    }

    @Override
    public String hostname() {
        return language.hostname(root);
    }

    @Override
    public boolean accepts(String user, String password) {
        return Passwords.digest(password).equals(language.passwordDigest(root, user));
    }

    @Override
    public String stored() {
        return language.write(root, false);
    }

    @Override
    public String shown() {
        return language.write(root, true);
    }

    @Override
    public TreeConfiguration half() {
        TreeConfiguration half = copy();
        var nodes = half.root.children();
        nodes.subList((nodes.size() + 1) / 2, nodes.size()).forEach(node -> half.root.remove(node.id()));
        return half;
    }

    @Override
    public String described() {
        return shown();
    }
}
