package io.safestep.practice.structured;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/** Reads the languages of the structured families from their files. */
final class SchemaText {

    private SchemaText() {}

    /** @return a node whose children are those of the top level */
    static SchemaNode load(String language) {
        try (InputStream stream = SchemaText.class.getResourceAsStream("/languages/" + language + ".tree")) {
            return parse(new String(stream.readAllBytes(), StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException("The language " + language + " can't be read.", e);
        }
    }

    private static SchemaNode parse(String text) {
        SchemaNode root = new SchemaNode(SchemaNode.Kind.CONTAINER, "", null, null, null);
        List<SchemaNode> open = new ArrayList<>(List.of(root));
        for (String line : text.split("\n")) {
            if (line.isBlank() || line.startsWith("#")) {
                continue;
            }
            int depth = (line.length() - line.stripLeading().length()) / 2;
            while (open.size() > depth + 1) {
                open.remove(open.size() - 1);
            }
            SchemaNode node = node(List.of(line.strip().split(" ")));
            open.get(depth).add(node);
            open.add(node);
        }
        return root;
    }

    private static SchemaNode node(List<String> words) {
        String name = words.get(1);
        return switch (words.get(0)) {
            case "container" ->
                new SchemaNode(SchemaNode.Kind.CONTAINER, name, null, words.size() > 2 ? words.get(2) : null, null);
            case "list" -> new SchemaNode(SchemaNode.Kind.LIST, name, words.get(2), null, null);
            case "leaf" -> new SchemaNode(SchemaNode.Kind.LEAF, name, null, null, type(words));
            case "leaf-list" -> new SchemaNode(SchemaNode.Kind.LEAF_LIST, name, null, null, type(words));
            default -> throw new IllegalStateException("unknown kind of node " + words);
        };
    }

    private static LeafType type(List<String> words) {
        return new LeafType(words.get(2), words.subList(3, words.size()));
    }
}
