package io.safestep.practice.structured;

import java.util.List;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/** A language of a structured family. The front door of this package. */
public enum StructuredLanguage {
    HALDRIN("haldrin", "system/name", "system/user", "password", "interfaces/interface", "filters", "packet-filter"),
    OSTREL("ostrel", "base/label", "base/account", "secret", "ports/port", "rules", "filter");

    /** What a device shows in place of a password. */
    private static final String HIDDEN = "hidden";

    private final SchemaNode schema;
    private final String hostnamePath;
    private final String userPath;
    private final String passwordLeaf;
    private final String interfacePath;
    private final String filterContainer;
    private final String filterList;

    StructuredLanguage(
            String name,
            String hostnamePath,
            String userPath,
            String passwordLeaf,
            String interfacePath,
            String filterContainer,
            String filterList) {
        this.schema = SchemaText.load(name);
        this.hostnamePath = hostnamePath;
        this.userPath = userPath;
        this.passwordLeaf = passwordLeaf;
        this.interfacePath = interfacePath;
        this.filterContainer = filterContainer;
        this.filterList = filterList;
    }

    public SchemaNode schema() {
        return schema;
    }

    /** Reads a configuration as the device stores it. */
    public TreeConfiguration read(String text) {
        List<Edit> edits = this == HALDRIN ? XmlData.edits(text) : JsonData.edits(text, schema);
        TreeConfiguration configuration = new TreeConfiguration(this, new DataNode(schema, null));
        configuration.apply(edits, "merge", line -> false);
        return configuration;
    }

    public TreeConfiguration empty() {
        return new TreeConfiguration(this, new DataNode(schema, null));
    }

    String write(DataNode root, boolean hidePasswords) {
        return this == HALDRIN ? XmlData.document(root, hidePasswords) : JsonData.document(root, hidePasswords);
    }

    static String shownValue(DataNode leaf, boolean hidePasswords) {
        return hidePasswords && leaf.schema().leafType().isPassword() ? HIDDEN : leaf.leafValue();
    }

    private static @Nullable DataNode find(DataNode root, String path) {
        DataNode at = root;
        for (String step : path.split("/")) {
            at = at == null ? null : at.child(step);
        }
        return at;
    }

    String hostname(DataNode root) {
        DataNode name = find(root, hostnamePath);
        return name == null ? "unnamed" : name.leafValue();
    }

    /** Null when there is no such user. */
    @Nullable
    String passwordDigest(DataNode root, String user) {
        DataNode password = find(root, userPath + "=" + user + "/" + passwordLeaf);
        return password == null ? null : password.value();
    }

    /** A packet filter has to exist before an interface uses it (RFC 7950, section 9.9: leafref). */
    void checkReferences(DataNode root) {
        String container = interfacePath.substring(0, interfacePath.indexOf('/'));
        DataNode interfaces = root.child(container);
        if (interfaces == null) {
            return;
        }
        Predicate<String> exists = name -> find(root, filterContainer + "/" + filterList + "=" + name) != null;
        for (DataNode one : interfaces.children()) {
            for (String leaf : List.of("filter-in", "filter-out")) {
                DataNode used = one.child(leaf);
                if (used != null && !exists.test(used.value())) {
                    throw new DataRefusal(
                            "data-missing",
                            "/" + container + "/" + one.id() + "/" + leaf,
                            "There is no packet filter " + used.value() + ".");
                }
            }
        }
    }
}
