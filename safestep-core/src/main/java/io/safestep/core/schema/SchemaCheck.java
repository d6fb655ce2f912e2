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
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Comparator;
import java.util.List;
import java.util.function.ToIntFunction;
import tools.jackson.core.JacksonException;
import tools.jackson.core.TokenStreamLocation;
import tools.jackson.databind.JsonNode;

/** Checks documents against a JSON Schema (draft 2020-12) that ships with the software. */
public final class SchemaCheck {

    private static final int MOST_FINDINGS = 50;

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

    List<SchemaFinding> findings(JsonNode tree, ToIntFunction<Error> line) {
        return schema.validate(tree).stream()
                .map(e -> new SchemaFinding(
                        line.applyAsInt(e), e.getInstanceLocation().toString(), sentence(e)))
                .sorted(Comparator.comparingInt(SchemaFinding::line))
                .distinct()
                .limit(MOST_FINDINGS)
                .toList();
    }

    static boolean isUnknownName(Error error) {
        return "additionalProperties".equals(error.getKeyword()) && error.getProperty() != null;
    }

    private static String sentence(Error error) {
        if (isUnknownName(error)) {
            return "\"" + error.getProperty() + "\" is not known here.";
        }
        String message = error.getMessage();
        return message.endsWith(".") ? message : message + ".";
    }
}
