package io.safestep.core.config;

import io.safestep.core.config.StructuredLines.Command;
import io.safestep.core.config.StructuredLines.Node;
import io.safestep.core.platform.Language;
import io.safestep.core.platform.StructuredElement;
import io.safestep.core.platform.StructuredElement.Kind;
import io.safestep.core.platform.StructuredElement.ValueType;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.ObjectWriteContext;
import tools.jackson.core.PrettyPrinter;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.core.util.DefaultPrettyPrinter;

/** Configurations in JSON (RFC 7951) and the requests that change them (RFC 8040). */
final class JsonConfiguration {

    private static final JsonFactory FACTORY = new JsonFactory();

    private final Language language;

    JsonConfiguration(Language language) {
        this.language = language;
    }

    // ------------------------------------------------------------ reading

    /** @throws ConfigSyntaxException when the text is no JSON, or ends too early */
    ConfigTree read(String text) {
        try (JsonParser parser = FACTORY.createParser(ObjectReadContext.empty(), text)) {
            if (parser.nextToken() != JsonToken.START_OBJECT) {
                throw new ConfigSyntaxException(1, "The text is not a JSON object.");
            }
            Node root = new Node("", 1);
            object(parser, root, 1);
            if (parser.nextToken() != null) {
                throw new ConfigSyntaxException(lineOf(parser), "There is something behind the end of the object.");
            }
            return new ConfigTree(new StructuredLines(language).lines("", root.children));
        } catch (JacksonException e) {
            int line = e.getLocation() == null ? 1 : Math.max(1, e.getLocation().getLineNr());
            throw new ConfigSyntaxException(line, "The text is not complete JSON.");
        }
    }

    private static int lineOf(JsonParser parser) {
        return Math.max(1, parser.currentTokenLocation().getLineNr());
    }

    private void object(JsonParser parser, Node parent, int depth) {
        if (depth > StructuredLines.MOST_DEPTH) {
            throw new ConfigSyntaxException(lineOf(parser), "The objects are nested too deep.");
        }
        while (parser.nextToken() == JsonToken.PROPERTY_NAME) {
            String qualified = parser.currentName();
            String name = qualified.substring(qualified.indexOf(':') + 1);
            int line = lineOf(parser);
            if (parser.nextToken() == JsonToken.START_ARRAY) {
                while (parser.nextToken() != JsonToken.END_ARRAY) {
                    value(parser, parent, name, lineOf(parser), depth);
                }
            } else {
                value(parser, parent, name, line, depth);
            }
        }
    }

    private void value(JsonParser parser, Node parent, String name, int line, int depth) {
        Node node = new Node(name, line);
        parent.children.add(node);
        switch (parser.currentToken()) {
            case START_OBJECT -> object(parser, node, depth + 1);
            case START_ARRAY -> throw new ConfigSyntaxException(line, "An array stands directly in another.");
            case VALUE_NULL -> {}
            default -> node.value = parser.getString();
        }
    }

    // ------------------------------------------------------------ writing

    /** The configuration as one object, one value a line. */
    String write(ConfigTree tree) {
        return object(generator -> lines(generator, "", tree.lines(), true)) + "\n";
    }

    private interface Content {
        void write(JsonGenerator generator);
    }

    private static String object(Content content) {
        StringWriter text = new StringWriter();
        ObjectWriteContext pretty = new ObjectWriteContext.Base() {
            @Override
            public PrettyPrinter getPrettyPrinter() {
                return new DefaultPrettyPrinter();
            }

            @Override
            public boolean hasPrettyPrinter() {
                return true;
            }
        };
        try (JsonGenerator generator = FACTORY.createGenerator(pretty, text)) {
            generator.writeStartObject();
            content.write(generator);
            generator.writeEndObject();
        }
        return text.toString();
    }

    private void lines(JsonGenerator generator, String block, List<ConfigLine> lines, boolean qualified) {
        Map<String, List<ConfigLine>> byName = new LinkedHashMap<>();
        for (ConfigLine line : lines) {
            byName.computeIfAbsent(StructuredLines.name(line.text()), n -> new ArrayList<>())
                    .add(line);
        }
        byName.forEach((name, same) -> {
            Optional<StructuredElement> element = language.element(block, name);
            generator.writeName(qualified ? qualifiedName(element, name) : name);
            boolean array = element.map(StructuredElement::kind)
                    .map(k -> k == Kind.LIST || k == Kind.LEAF_LIST)
                    .orElse(same.size() > 1);
            if (array) {
                generator.writeStartArray();
            }
            same.forEach(line -> node(generator, block, line, element));
            if (array) {
                generator.writeEndArray();
            }
        });
    }

    private static String qualifiedName(Optional<StructuredElement> element, String name) {
        return element.map(StructuredElement::module).map(m -> m + ":" + name).orElse(name);
    }

    private void node(JsonGenerator generator, String block, ConfigLine line, Optional<StructuredElement> element) {
        boolean leaf = element.map(e -> e.kind() != Kind.CONTAINER && e.kind() != Kind.LIST)
                .orElse(line.children().isEmpty());
        if (leaf) {
            leaf(generator, element, StructuredLines.value(line.text()));
            return;
        }
        generator.writeStartObject();
        element.ifPresent(e -> keys(generator, e, line.text()));
        lines(generator, line.meaning().blockBeneath(), line.children(), false);
        generator.writeEndObject();
    }

    private static void keys(JsonGenerator generator, StructuredElement element, String line) {
        List<String> values = StructuredLines.keyValues(element, line);
        for (int i = 0; i < values.size(); i++) {
            generator.writeName(element.keyLeaves().get(i));
            value(generator, type(element, i), values.get(i));
        }
    }

    private static ValueType type(StructuredElement element, int index) {
        return index < element.valueTypes().size() ? element.valueTypes().get(index) : ValueType.TEXT;
    }

    private static void leaf(JsonGenerator generator, Optional<StructuredElement> element, String value) {
        if (value.isEmpty()) {
            // RFC 7951, section 6.9
            generator.writeStartArray();
            generator.writeNull();
            generator.writeEndArray();
            return;
        }
        value(generator, element.map(e -> type(e, 0)).orElse(ValueType.TEXT), value);
    }

    private static void value(JsonGenerator generator, ValueType type, String value) {
        switch (type) {
            case NUMBER -> generator.writeNumber(Long.parseLong(value));
            case BOOLEAN -> generator.writeBoolean(Boolean.parseBoolean(value));
            case TEXT -> generator.writeString(value);
        }
    }

    // ------------------------------------------------------------ requests

    /**
     * The requests that a script stands for, in its order: a DELETE for each removal, and one PATCH for what is set in one
     * top-level node between two of them.
     */
    List<RestRequest> requests(Script script) {
        List<RestRequest> requests = new ArrayList<>();
        for (Command command : new StructuredLines(language).commands(script)) {
            List<ScriptLine> setting = new ArrayList<>();
            collect(command, List.of(), setting, requests);
            patch(setting, requests);
        }
        return requests;
    }

    private void collect(Command command, List<ScriptLine> path, List<ScriptLine> setting, List<RestRequest> requests) {
        List<ScriptLine> here = new ArrayList<>(path);
        if (command.removal()) {
            patch(setting, requests);
            setting.clear();
            requests.add(new RestRequest("DELETE", path(here, command), null));
            return;
        }
        here.add(new ScriptLine(path.size(), command.text()));
        if (command.beneath().isEmpty()) {
            setting.addAll(here);
        }
        command.beneath().forEach(inner -> collect(inner, here, setting, requests));
    }

    private void patch(List<ScriptLine> setting, List<RestRequest> requests) {
        for (Command command : new StructuredLines(language).commands(new Script(setting))) {
            String name = StructuredLines.name(command.text());
            Optional<StructuredElement> element = language.element("", name);
            String body = object(g -> settings(g, "", List.of(command), true)) + "\n";
            requests.add(new RestRequest("PATCH", encoded(qualifiedName(element, name)), body));
        }
    }

    private String path(List<ScriptLine> above, Command last) {
        StringBuilder path = new StringBuilder();
        String block = "";
        for (ScriptLine line : above) {
            path.append(segment(block, line.text(), path.isEmpty())).append('/');
            block = language.meaning(block, line.text()).blockBeneath();
        }
        return path + segment(block, last.text(), path.isEmpty());
    }

    /** One step of a resource's path (RFC 8040, section 3.5.3). */
    private String segment(String block, String line, boolean qualified) {
        String name = StructuredLines.name(line);
        Optional<StructuredElement> element = language.element(block, name);
        String written = encoded(qualified ? qualifiedName(element, name) : name);
        Kind kind = element.map(StructuredElement::kind).orElse(Kind.CONTAINER);
        if (kind == Kind.LIST) {
            List<String> keys = StructuredLines.keyValues(element.get(), line).stream()
                    .map(JsonConfiguration::encoded)
                    .toList();
            return written + "=" + String.join(",", keys);
        }
        return kind == Kind.LEAF_LIST ? written + "=" + encoded(StructuredLines.value(line)) : written;
    }

    private void settings(JsonGenerator generator, String block, List<Command> commands, boolean qualified) {
        Map<String, List<Command>> byName = new LinkedHashMap<>();
        for (Command command : commands) {
            byName.computeIfAbsent(StructuredLines.name(command.text()), n -> new ArrayList<>())
                    .add(command);
        }
        byName.forEach((name, same) -> {
            Optional<StructuredElement> element = language.element(block, name);
            Kind kind = element.map(StructuredElement::kind).orElse(Kind.LEAF);
            boolean array = kind == Kind.LIST || kind == Kind.LEAF_LIST;
            generator.writeName(qualified ? qualifiedName(element, name) : name);
            if (array) {
                generator.writeStartArray();
            }
            for (Command command : same) {
                if (kind == Kind.CONTAINER || kind == Kind.LIST) {
                    generator.writeStartObject();
                    element.ifPresent(e -> keys(generator, e, command.text()));
                    settings(
                            generator,
                            language.meaning(block, command.text()).blockBeneath(),
                            command.beneath(),
                            false);
                    generator.writeEndObject();
                } else {
                    leaf(generator, element, StructuredLines.value(command.text()));
                }
            }
            if (array) {
                generator.writeEndArray();
            }
        });
    }

    /** Percent-encoding of everything but unreserved characters and the colon (RFC 3986, section 2.1). */
    private static String encoded(String text) {
        StringBuilder encoded = new StringBuilder();
        for (byte b : text.getBytes(StandardCharsets.UTF_8)) {
            char c = (char) (b & 0xFF);
            boolean plain =
                    c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9' || "-._~:".indexOf(c) >= 0;
            encoded.append(plain ? String.valueOf(c) : String.format("%%%02X", (int) c));
        }
        return encoded.toString();
    }
}
