package io.safestep.practice.restconf;

import io.safestep.practice.structured.DataRefusal;
import io.safestep.practice.structured.Edit;
import io.safestep.practice.structured.JsonData;
import io.safestep.practice.structured.SchemaNode;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** A change of one resource (RFC 8040, section 4), as an edit from the top of the data. */
final class ResourceChange {
    private final List<String> segments;
    private final List<SchemaNode> schemas = new ArrayList<>();
    private final SchemaNode root;

    ResourceChange(SchemaNode root, String path) {
        this.root = root;
        this.segments = path.isEmpty() ? List.of() : List.of(path.split("/"));
        SchemaNode at = root;
        for (String segment : segments) {
            at = at.child(plainName(segment));
            if (at == null) {
                throw new DataRefusal("unknown-element", "/" + path, "There is no " + plainName(segment) + " here.");
            }
            schemas.add(at);
        }
    }

    private SchemaNode parent() {
        return schemas.size() < 2 ? root : schemas.get(schemas.size() - 2);
    }

    List<Edit> merging(String body) {
        if (segments.isEmpty()) {
            return JsonData.edits(JsonData.parse(body), root);
        }
        return wrapped(named(body), null);
    }

    List<Edit> replacing(String body) {
        if (segments.isEmpty()) {
            throw new DataRefusal("operation-not-supported", "/", "The whole configuration can't be replaced at once.");
        }
        return wrapped(named(body), "replace");
    }

    List<Edit> deleting() {
        if (segments.isEmpty()) {
            throw new DataRefusal("operation-not-supported", "/", "The whole configuration can't be deleted.");
        }
        String segment = segments.get(segments.size() - 1);
        SchemaNode schema = schemas.get(schemas.size() - 1);
        String key = segment.contains("=") ? decoded(segment.substring(segment.indexOf('=') + 1)) : "";
        List<Edit> keys = schema.kind() == SchemaNode.Kind.LIST
                ? List.of(new Edit(schema.keyLeaf().name(), key, null, List.of()))
                : List.of();
        return wrapped(new Edit(schema.name(), key, "delete", keys), "delete");
    }

    /** The node of the body that has the name of the resource (RFC 8040, sections 4.5 and 4.6). */
    private Edit named(String body) {
        String name = schemas.get(schemas.size() - 1).name();
        List<Edit> edits = JsonData.edits(JsonData.parse(body), parent());
        if (edits.size() != 1 || !edits.get(0).name().equals(name)) {
            throw new DataRefusal("malformed-message", "/", "The body has to hold " + name + " and nothing else.");
        }
        return edits.get(0);
    }

    private List<Edit> wrapped(Edit inner, @Nullable String operation) {
        Edit edit = new Edit(inner.name(), inner.value(), operation, inner.children());
        for (int i = segments.size() - 2; i >= 0; i--) {
            String segment = segments.get(i);
            SchemaNode schema = schemas.get(i);
            List<Edit> children = new ArrayList<>();
            if (schema.kind() == SchemaNode.Kind.LIST && segment.contains("=")) {
                String key = decoded(segment.substring(segment.indexOf('=') + 1));
                children.add(new Edit(schema.keyLeaf().name(), key, null, List.of()));
            }
            children.add(edit);
            edit = new Edit(schema.name(), "", null, children);
        }
        return List.of(edit);
    }

    static String decoded(String segment) {
        return URLDecoder.decode(segment.replace("+", "%2B"), StandardCharsets.UTF_8);
    }

    static String plainName(String segment) {
        String name = segment.contains("=") ? segment.substring(0, segment.indexOf('=')) : segment;
        return name.substring(name.indexOf(':') + 1);
    }
}
