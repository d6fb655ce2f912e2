package io.safestep.core.config.format;

import io.safestep.core.config.format.StructuredLines.Command;
import io.safestep.core.config.format.StructuredLines.Node;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.form.StructuredElement;
import io.safestep.core.platform.form.StructuredElement.Kind;
import io.safestep.core.platform.form.StructuredElement.ValueType;
import io.safestep.core.platform.language.Language;
import java.io.StringReader;
import java.io.StringWriter;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import javax.xml.stream.XMLStreamWriter;
import org.jspecify.annotations.Nullable;

/** Configurations and edits in XML (RFC 6241, sections 7.1 and 7.2). */
public final class XmlConfiguration implements ConfigCodec {

    private static final String NETCONF = "urn:ietf:params:xml:ns:netconf:base:1.0";

    /** An entry of a list that no form describes, with what seems to be its key. */
    private static final Pattern UNKNOWN_ENTRY = Pattern.compile("\\[([\\w.-]+)=(.*)]$");

    private final Language language;

    public XmlConfiguration(Language language) {
        this.language = language;
    }

    /** A document has one root; a fragment may name several parts. Line numbers stay. */
    @Override
    public ConfigTree readFragment(String text) {
        boolean whole = text.stripLeading().matches("(?s)<(\\?xml|(\\w+:)?(config|data)[\\s>]).*");
        return read(whole ? text : "<config>" + text + "</config>");
    }

    /** @throws ConfigSyntaxException when the text is no XML, or ends too early */
    @Override
    public ConfigTree read(String text) {
        XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
        // Nothing in a configuration may lead to other files or grow without limit.
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(XMLInputFactory.IS_COALESCING, true);
        try {
            XMLStreamReader reader = factory.createXMLStreamReader(new StringReader(text));
            Node root = root(reader);
            return new ConfigTree(new StructuredLines(language).lines(root.children));
        } catch (XMLStreamException e) {
            int line = e.getLocation() == null ? 1 : Math.max(1, e.getLocation().getLineNumber());
            throw new ConfigSyntaxException(line, "The text is not complete XML.");
        }
    }

    private Node root(XMLStreamReader reader) throws XMLStreamException {
        Deque<Node> open = new ArrayDeque<>();
        Node root = null;
        while (reader.hasNext()) {
            switch (reader.next()) {
                case XMLStreamConstants.START_ELEMENT -> {
                    String namespace = reader.getNamespaceURI();
                    Node node = new Node(
                            reader.getLocalName(),
                            namespace == null || namespace.isEmpty() || namespace.equals(NETCONF) ? null : namespace,
                            reader.getLocation().getLineNumber());
                    if (open.isEmpty()) {
                        root = node;
                    } else {
                        open.peek().children.add(node);
                    }
                    open.push(node);
                    if (open.size() > StructuredLines.MOST_DEPTH) {
                        throw new ConfigSyntaxException(node.line, "The elements are nested too deep.");
                    }
                }
                case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA -> {
                    Node node = open.peek();
                    if (node != null && !reader.isWhiteSpace()) {
                        node.value = (node.value == null ? "" : node.value)
                                + reader.getText().strip();
                    }
                }
                case XMLStreamConstants.END_ELEMENT -> resolve(open.pop(), reader);
                default -> {}
            }
        }
        if (root == null) {
            throw new ConfigSyntaxException(1, "The text is not complete XML.");
        }
        return root;
    }

    /** Prefixes mean something only where they stand. */
    private void resolve(Node node, XMLStreamReader reader) {
        if (node.value != null && node.children.isEmpty() && QualifiedValue.mayHoldPrefixes(node.value)) {
            node.plainValue = node.value;
            node.value = QualifiedValue.inLines(node.value, reader::getNamespaceURI, language.prefixes());
        }
    }

    /** The configuration in one {@code config} element, one node a line. */
    @Override
    public String write(ConfigTree tree) {
        return document(writer -> {
            for (ConfigLine line : tree.lines()) {
                write(writer, "", line, null, 1);
            }
        });
    }

    /**
     * The content of an {@code edit-config} request whose default operation is merge: what is to be set, and what is to be
     * deleted with the operation {@code delete}, so that a server tells when something is not there.
     */
    public String edit(Script script) {
        return document(writer -> {
            for (Command command : new StructuredLines(language).commands(script)) {
                write(writer, command, null, 1);
            }
        });
    }

    private interface Content {
        public void write(XMLStreamWriter writer) throws XMLStreamException;
    }

    private static String document(Content content) {
        StringWriter text = new StringWriter();
        try {
            XMLStreamWriter writer = XMLOutputFactory.newDefaultFactory().createXMLStreamWriter(text);
            writer.writeStartElement("config");
            writer.writeDefaultNamespace(NETCONF);
            writer.writeNamespace("nc", NETCONF);
            content.write(writer);
            writer.writeCharacters("\n");
            writer.writeEndElement();
            writer.writeCharacters("\n");
            writer.close();
        } catch (XMLStreamException e) {
            throw new IllegalArgumentException("The configuration can't be written as XML: " + e.getMessage(), e);
        }
        return text.toString();
    }

    private void write(
            XMLStreamWriter writer, String block, ConfigLine line, @Nullable String namespaceAround, int depth)
            throws XMLStreamException {
        StructuredName name = StructuredName.of(language, block, StructuredLines.word(line.text()), namespaceAround);
        indent(writer, depth);
        writer.writeStartElement(name.local());
        declare(writer, name, namespaceAround);
        boolean opened = content(writer, block, line.text(), depth);
        for (ConfigLine child : line.children()) {
            write(writer, line.meaning().blockBeneath(), child, name.module(), depth + 1);
        }
        end(writer, opened || !line.children().isEmpty(), depth);
    }

    private void write(XMLStreamWriter writer, Command command, @Nullable String namespaceAround, int depth)
            throws XMLStreamException {
        StructuredName name =
                StructuredName.of(language, command.block(), StructuredLines.word(command.text()), namespaceAround);
        indent(writer, depth);
        if (command.removal() && !needsContent(command)) {
            // Some servers take an element with a start and an end for one with an empty value.
            writer.writeEmptyElement(name.local());
            declare(writer, name, namespaceAround);
            writer.writeAttribute("nc", NETCONF, "operation", "delete");
            return;
        }
        writer.writeStartElement(name.local());
        declare(writer, name, namespaceAround);
        if (command.removal()) {
            writer.writeAttribute("nc", NETCONF, "operation", "delete");
        }
        boolean opened = content(writer, command.block(), command.text(), depth) || entryKey(writer, command, depth);
        for (Command inner : command.beneath()) {
            write(writer, inner, name.module(), depth + 1);
        }
        end(writer, opened || !command.beneath().isEmpty(), depth);
    }

    /** What is deleted is named by keys or by its value where several have its name; else by its name alone. */
    private boolean needsContent(Command command) {
        String word = StructuredLines.word(command.text());
        return language.element(command.block(), word)
                .map(e -> e.kind() == Kind.LIST || e.kind() == Kind.LEAF_LIST)
                .orElse(word.endsWith("]")
                        || !StructuredLines.value(command.text()).isEmpty());
    }

    private static void declare(XMLStreamWriter writer, StructuredName name, @Nullable String namespaceAround)
            throws XMLStreamException {
        if (name.module() != null && !name.module().equals(namespaceAround)) {
            writer.writeDefaultNamespace(name.module());
        }
    }

    /** @return whether something was written on lines beneath */
    private boolean content(XMLStreamWriter writer, String block, String line, int depth) throws XMLStreamException {
        Optional<StructuredElement> element = language.element(block, StructuredLines.word(line));
        if (element.isPresent() && element.get().kind() == Kind.LIST) {
            List<String> values = StructuredLines.keyValues(element.get(), line);
            for (int i = 0; i < values.size(); i++) {
                indent(writer, depth + 1);
                leaf(
                        writer,
                        element.get().keyLeaves().get(i),
                        values.get(i),
                        element.get().typeAt(i));
            }
            return true;
        }
        value(writer, StructuredLines.value(line), element.map(e -> e.typeAt(0)).orElse(ValueType.IDENTITY));
        return false;
    }

    /** The key of an entry of a list that no form describes, unless it is written anyway. */
    private boolean entryKey(XMLStreamWriter writer, Command command, int depth) throws XMLStreamException {
        Matcher entry = UNKNOWN_ENTRY.matcher(StructuredLines.word(command.text()));
        if (!entry.find() || command.beneath().stream().anyMatch(c -> c.text().startsWith(entry.group(1) + " "))) {
            return false;
        }
        indent(writer, depth + 1);
        leaf(writer, entry.group(1), LineValue.read(entry.group(2)), ValueType.TEXT);
        return true;
    }

    private void leaf(XMLStreamWriter writer, String name, String value, ValueType type) throws XMLStreamException {
        writer.writeStartElement(name);
        value(writer, value, type);
        writer.writeEndElement();
    }

    private void value(XMLStreamWriter writer, String value, ValueType type) throws XMLStreamException {
        boolean named = type == ValueType.IDENTITY || type == ValueType.PATH;
        if (!named || value.isEmpty()) {
            writer.writeCharacters(value);
            return;
        }
        Map<String, String> used = new LinkedHashMap<>();
        String written = QualifiedValue.inXml(value, language.prefixes(), used);
        for (Map.Entry<String, String> prefix : used.entrySet()) {
            writer.writeNamespace(prefix.getKey(), prefix.getValue());
        }
        writer.writeCharacters(written);
    }

    private static void end(XMLStreamWriter writer, boolean beneath, int depth) throws XMLStreamException {
        if (beneath) {
            indent(writer, depth);
        }
        writer.writeEndElement();
    }

    private static void indent(XMLStreamWriter writer, int depth) throws XMLStreamException {
        writer.writeCharacters("\n" + "  ".repeat(depth));
    }
}
