package io.safestep.core.config.format;

import io.safestep.core.config.format.StructuredLines.Command;
import io.safestep.core.config.format.StructuredLines.Node;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.script.ScriptLine;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.form.StructuredElement;
import io.safestep.core.platform.form.StructuredElement.Kind;
import io.safestep.core.platform.form.StructuredElement.ValueType;
import io.safestep.core.platform.language.Language;
import java.io.StringWriter;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
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
public final class JsonConfiguration implements ConfigCodec {

    private static final JsonFactory FACTORY = new JsonFactory();

    /** A number or yes or no as JSON writes it, or a text that bears the marks of one. */
    private static final Pattern LITERAL =
            Pattern.compile("-?(?:0|[1-9]\\d*)(?:\\.\\d+)?(?:[eE][-+]?\\d+)?|true|false|null|\".*\"");

    private final Language language;

    public JsonConfiguration(Language language) {
        this.language = language;
    }

    // ------------------------------------------------------------ reading

    @Override
    public ConfigTree readFragment(String text) {
        return read(text);
    }

    /** @throws ConfigSyntaxException when the text is no JSON, or ends too early */
    @Override
    public ConfigTree read(String text) {
        try (JsonParser parser = FACTORY.createParser(ObjectReadContext.empty(), text)) {
            if (parser.nextToken() != JsonToken.START_OBJECT) {
                throw new ConfigSyntaxException(1, "The text is not a JSON object.");
            }
            Node root = new Node("", null, 1);
            object(parser, root, 1);
            if (parser.nextToken() != null) {
                throw new ConfigSyntaxException(lineOf(parser), "There is something behind the end of the object.");
            }
            return new ConfigTree(new StructuredLines(language).lines(unwrapped(root).children));
        } catch (JacksonException e) {
            int line = e.getLocation() == null ? 1 : Math.max(1, e.getLocation().getLineNr());
            throw new ConfigSyntaxException(line, "The text is not complete JSON.");
        }
    }

    /** What a server gives for the whole datastore stands in one node around all (RFC 8040, section 3.3.1). */
    private static Node unwrapped(Node root) {
        if (root.children.size() == 1) {
            Node only = root.children.get(0);
            if (only.name.equals("data") && "ietf-restconf".equals(only.module)) {
                return only;
            }
        }
        return root;
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
            if (qualified.startsWith("@")) {
                parser.nextToken();
                parser.skipChildren(); // annotations are no configuration (RFC 7952, section 5.2)
                continue;
            }
            int line = lineOf(parser);
            if (parser.nextToken() == JsonToken.START_ARRAY) {
                while (parser.nextToken() != JsonToken.END_ARRAY) {
                    value(parser, parent, qualified, lineOf(parser), depth);
                }
            } else {
                value(parser, parent, qualified, line, depth);
            }
        }
    }

    private void value(JsonParser parser, Node parent, String qualified, int line, int depth) {
        int colon = qualified.indexOf(':');
        Node node = new Node(qualified.substring(colon + 1), colon < 0 ? null : qualified.substring(0, colon), line);
        parent.children.add(node);
        switch (parser.currentToken()) {
            case START_OBJECT -> object(parser, node, depth + 1);
            case START_ARRAY -> throw new ConfigSyntaxException(line, "An array stands directly in another.");
            case VALUE_NULL -> {}
            case VALUE_STRING -> {
                node.plainValue = parser.getString();
                // Should no form say what it is, it has to be told from a number and from yes or no.
                node.value =
                        LITERAL.matcher(node.plainValue).matches() ? "\"" + node.plainValue + "\"" : node.plainValue;
            }
            default -> node.value = parser.getString();
        }
    }

    // ------------------------------------------------------------ writing

    /** The configuration as one object, one value a line. */
    @Override
    public String write(ConfigTree tree) {
        return object(generator -> lines(generator, "", tree.lines(), null)) + "\n";
    }

    private interface Content {
        public void write(JsonGenerator generator);
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

    private void lines(JsonGenerator generator, String block, List<ConfigLine> lines, @Nullable String moduleAround) {
        Map<StructuredName, List<ConfigLine>> byName = new LinkedHashMap<>();
        for (ConfigLine line : lines) {
            byName.computeIfAbsent(name(block, line.text(), moduleAround), n -> new ArrayList<>())
                    .add(line);
        }
        byName.forEach((name, same) -> {
            String word = StructuredLines.word(same.get(0).text());
            Optional<StructuredElement> element = language.element(block, word);
            generator.writeName(name.qualified(moduleAround));
            boolean array = element.map(JsonConfiguration::isArray).orElse(same.size() > 1 || word.endsWith("]"));
            if (array) {
                generator.writeStartArray();
            }
            same.forEach(line -> node(generator, block, line, element, name.module()));
            if (array) {
                generator.writeEndArray();
            }
        });
    }

    private StructuredName name(String block, String line, @Nullable String moduleAround) {
        return StructuredName.of(language, block, StructuredLines.word(line), moduleAround);
    }

    private static boolean isArray(StructuredElement element) {
        return element.kind() == Kind.LIST || element.kind() == Kind.LEAF_LIST;
    }

    private void node(
            JsonGenerator generator,
            String block,
            ConfigLine line,
            Optional<StructuredElement> element,
            @Nullable String module) {
        boolean leaf = element.map(e -> e.kind() != Kind.CONTAINER && e.kind() != Kind.LIST)
                .orElse(line.children().isEmpty());
        if (leaf) {
            leaf(generator, element, StructuredLines.value(line.text()));
            return;
        }
        generator.writeStartObject();
        element.ifPresent(e -> keys(generator, e, line.text()));
        lines(generator, line.meaning().blockBeneath(), line.children(), module);
        generator.writeEndObject();
    }

    private static void keys(JsonGenerator generator, StructuredElement element, String line) {
        List<String> values = StructuredLines.keyValues(element, line);
        for (int i = 0; i < values.size() && i < element.keyLeaves().size(); i++) {
            generator.writeName(element.keyLeaves().get(i));
            value(generator, element.typeAt(i), values.get(i));
        }
    }

    private static void leaf(JsonGenerator generator, Optional<StructuredElement> element, String value) {
        if (value.isEmpty() && element.map(e -> e.kind() == Kind.EMPTY).orElse(true)) {
            // RFC 7951, section 6.9
            generator.writeStartArray();
            generator.writeNull();
            generator.writeEndArray();
        } else if (element.isPresent()) {
            value(generator, element.get().typeAt(0), value);
        } else {
            unknown(generator, value);
        }
    }

    private static void value(JsonGenerator generator, ValueType type, String value) {
        switch (type) {
            case NUMBER -> generator.writeNumber(Long.parseLong(value));
            case BOOLEAN -> generator.writeBoolean(Boolean.parseBoolean(value));
            case TEXT, IDENTITY, PATH -> generator.writeString(value);
        }
    }

    /** A value that no form describes goes back as what it came: a text that looks like a number has its quotes. */
    private static void unknown(JsonGenerator generator, String value) {
        if (value.length() > 1 && value.startsWith("\"") && value.endsWith("\"")) {
            generator.writeString(value.substring(1, value.length() - 1));
        } else if (value.equals("true") || value.equals("false")) {
            generator.writeBoolean(Boolean.parseBoolean(value));
        } else if (LITERAL.matcher(value).matches()) {
            generator.writeNumber(new BigDecimal(value));
        } else {
            generator.writeString(value);
        }
    }

    // ------------------------------------------------------------ requests

    /**
     * The requests that a script stands for, in its order: a DELETE for each removal, and one PATCH for what is set in one
     * top-level node between two of them.
     */
    public List<RestRequest> requests(Script script) {
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
            String body = object(g -> settings(g, "", List.of(command), null)) + "\n";
            String resource = encoded(name("", command.text(), null).qualified(null));
            requests.add(new RestRequest("PATCH", resource, body));
        }
    }

    private String path(List<ScriptLine> above, Command last) {
        StringBuilder path = new StringBuilder();
        String block = "";
        String module = null;
        for (ScriptLine line : above) {
            path.append(segment(block, line.text(), module)).append('/');
            module = name(block, line.text(), module).module();
            block = language.meaning(block, line.text()).blockBeneath();
        }
        return path + segment(block, last.text(), module);
    }

    /** One step of a resource's path (RFC 8040, section 3.5.3). */
    private String segment(String block, String line, @Nullable String moduleAround) {
        String word = StructuredLines.word(line);
        Optional<StructuredElement> element = language.element(block, word);
        String written = encoded(name(block, line, moduleAround).qualified(moduleAround));
        if (element.isEmpty()) {
            int key = word.indexOf('=');
            return key > 0 && word.endsWith("]")
                    ? written + "=" + encoded(LineValue.read(word.substring(key + 1, word.length() - 1)))
                    : written;
        }
        if (element.get().kind() == Kind.LIST) {
            List<String> keys = StructuredLines.keyValues(element.get(), line).stream()
                    .map(JsonConfiguration::encoded)
                    .toList();
            return written + "=" + String.join(",", keys);
        }
        return element.get().kind() == Kind.LEAF_LIST ? written + "=" + encoded(StructuredLines.value(line)) : written;
    }

    private void settings(
            JsonGenerator generator, String block, List<Command> commands, @Nullable String moduleAround) {
        Map<StructuredName, List<Command>> byName = new LinkedHashMap<>();
        for (Command command : commands) {
            byName.computeIfAbsent(name(block, command.text(), moduleAround), n -> new ArrayList<>())
                    .add(command);
        }
        byName.forEach((name, same) -> {
            String word = StructuredLines.word(same.get(0).text());
            Optional<StructuredElement> element = language.element(block, word);
            boolean array = element.map(JsonConfiguration::isArray).orElse(same.size() > 1 || word.endsWith("]"));
            generator.writeName(name.qualified(moduleAround));
            if (array) {
                generator.writeStartArray();
            }
            same.forEach(command -> setting(generator, block, command, element, name.module()));
            if (array) {
                generator.writeEndArray();
            }
        });
    }

    private void setting(
            JsonGenerator generator,
            String block,
            Command command,
            Optional<StructuredElement> element,
            @Nullable String module) {
        boolean leaf = element.map(e -> e.kind() != Kind.CONTAINER && e.kind() != Kind.LIST)
                .orElse(command.beneath().isEmpty());
        if (leaf) {
            leaf(generator, element, StructuredLines.value(command.text()));
            return;
        }
        generator.writeStartObject();
        element.ifPresent(e -> keys(generator, e, command.text()));
        settings(generator, language.meaning(block, command.text()).blockBeneath(), command.beneath(), module);
        generator.writeEndObject();
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
