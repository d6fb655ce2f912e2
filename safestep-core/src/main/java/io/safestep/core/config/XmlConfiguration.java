package io.safestep.core.config;

import io.safestep.core.config.StructuredLines.Command;
import io.safestep.core.config.StructuredLines.Node;
import io.safestep.core.platform.Language;
import io.safestep.core.platform.StructuredElement;
import io.safestep.core.platform.StructuredElement.Kind;
import java.io.StringReader;
import java.io.StringWriter;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import javax.xml.stream.XMLStreamWriter;

/** Configurations and edits in XML (RFC 6241, sections 7.1 and 7.2). */
final class XmlConfiguration {

    private static final String NETCONF = "urn:ietf:params:xml:ns:netconf:base:1.0";

    private final Language language;

    XmlConfiguration(Language language) {
        this.language = language;
    }

    /** @throws ConfigSyntaxException when the text is no XML, or ends too early */
    ConfigTree read(String text) {
        XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
        // Nothing in a configuration may lead to other files or grow without limit.
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(XMLInputFactory.IS_COALESCING, true);
        try {
            XMLStreamReader reader = factory.createXMLStreamReader(new StringReader(text));
            Node root = root(reader);
            return new ConfigTree(new StructuredLines(language).lines("", root.children));
        } catch (XMLStreamException e) {
            int line = e.getLocation() == null ? 1 : Math.max(1, e.getLocation().getLineNumber());
            throw new ConfigSyntaxException(line, "The text is not complete XML.");
        }
    }

    private static Node root(XMLStreamReader reader) throws XMLStreamException {
        Deque<Node> open = new ArrayDeque<>();
        Node root = null;
        while (reader.hasNext()) {
            switch (reader.next()) {
                case XMLStreamConstants.START_ELEMENT -> {
                    Node node =
                            new Node(reader.getLocalName(), reader.getLocation().getLineNumber());
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
                case XMLStreamConstants.END_ELEMENT -> open.pop();
                default -> {}
            }
        }
        return root;
    }

    /** The configuration in one {@code config} element, one node a line. */
    String write(ConfigTree tree) {
        return document(writer -> {
            for (ConfigLine line : tree.lines()) {
                write(writer, "", line, 1);
            }
        });
    }

    /**
     * The content of an {@code edit-config} request whose default operation is merge: what is to be set, and what is to be
     * deleted with the operation {@code delete}, so that a server tells when something is not there.
     */
    String edit(Script script) {
        return document(writer -> {
            for (Command command : new StructuredLines(language).commands(script)) {
                write(writer, command, 1);
            }
        });
    }

    private interface Content {
        void write(XMLStreamWriter writer) throws XMLStreamException;
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

    private void write(XMLStreamWriter writer, String block, ConfigLine line, int depth) throws XMLStreamException {
        boolean beneath = start(writer, block, line.text(), depth, false);
        String inner = line.meaning().blockBeneath();
        for (ConfigLine child : line.children()) {
            write(writer, inner, child, depth + 1);
        }
        end(writer, beneath || !line.children().isEmpty(), depth);
    }

    private void write(XMLStreamWriter writer, Command command, int depth) throws XMLStreamException {
        boolean beneath = start(writer, command.block(), command.text(), depth, command.removal());
        for (Command inner : command.beneath()) {
            write(writer, inner, depth + 1);
        }
        end(writer, beneath || !command.beneath().isEmpty(), depth);
    }

    /** @return whether something was written on lines beneath */
    private boolean start(XMLStreamWriter writer, String block, String line, int depth, boolean delete)
            throws XMLStreamException {
        String name = StructuredLines.name(line);
        Optional<StructuredElement> element = language.element(block, name);
        indent(writer, depth);
        writer.writeStartElement(name);
        if (element.isPresent() && element.get().module() != null) {
            writer.writeDefaultNamespace(element.get().module());
        }
        if (delete) {
            writer.writeAttribute("nc", NETCONF, "operation", "delete");
        }
        if (element.isPresent() && element.get().kind() == Kind.LIST) {
            List<String> values = StructuredLines.keyValues(element.get(), line);
            for (int i = 0; i < values.size(); i++) {
                indent(writer, depth + 1);
                writer.writeStartElement(element.get().keyLeaves().get(i));
                writer.writeCharacters(values.get(i));
                writer.writeEndElement();
            }
            return true;
        }
        boolean leafDeleted = delete && element.isPresent() && element.get().kind() != Kind.LEAF_LIST;
        if (!leafDeleted) {
            writer.writeCharacters(StructuredLines.value(line));
        }
        return false;
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
