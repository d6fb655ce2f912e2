package io.safestep.drivers.netconf;

import java.io.IOException;
import java.io.StringReader;
import java.io.StringWriter;
import java.util.ArrayList;
import java.util.List;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilder;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;
import org.xml.sax.helpers.DefaultHandler;

/** Elements of messages. */
final class Xml {

    static final String NETCONF = "urn:ietf:params:xml:ns:netconf:base:1.0";

    private Xml() {}

    /** Making a builder costs more than reading a short message with it; it serves one thread at a time. */
    private static final ThreadLocal<DocumentBuilder> BUILDERS = ThreadLocal.withInitial(Xml::builder);

    private static final XMLOutputFactory WRITERS = XMLOutputFactory.newDefaultFactory();

    private static DocumentBuilder builder() {
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newDefaultNSInstance();
            factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            factory.setExpandEntityReferences(false);
            DocumentBuilder builder = factory.newDocumentBuilder();
            builder.setErrorHandler(new DefaultHandler());
            return builder;
        } catch (ParserConfigurationException e) {
            throw new IllegalStateException("The XML parser of this Java does not have what it has to have.", e);
        }
    }

    /** @throws SAXException when the text is no XML, or speaks of other files */
    static Element parse(String text) throws SAXException {
        try {
            return BUILDERS.get()
                    .parse(new InputSource(new StringReader(text.strip())))
                    .getDocumentElement();
        } catch (IOException e) {
            throw new SAXException(e.getMessage(), e);
        }
    }

    static List<Element> children(Element element) {
        List<Element> children = new ArrayList<>();
        for (Node n = element.getFirstChild(); n != null; n = n.getNextSibling()) {
            if (n instanceof Element child) {
                children.add(child);
            }
        }
        return children;
    }

    /** The first element of that name directly beneath; null when there is none. */
    static @Nullable Element child(Element element, String name) {
        return children(element).stream()
                .filter(e -> name.equals(e.getLocalName()))
                .findFirst()
                .orElse(null);
    }

    /** Text of an element directly beneath; null when there is none. */
    static @Nullable String text(Element element, String name) {
        Element child = child(element, name);
        return child == null ? null : child.getTextContent().strip();
    }

    /** An element as text, one node a line. */
    static String write(Element element) {
        StringWriter text = new StringWriter();
        try {
            XMLStreamWriter writer = WRITERS.createXMLStreamWriter(text);
            write(writer, element, null, 0);
            writer.writeCharacters("\n");
            writer.close();
        } catch (XMLStreamException e) {
            throw new IllegalStateException("An element that was read can't be written: " + e.getMessage(), e);
        }
        return text.toString();
    }

    private static void write(XMLStreamWriter writer, Element element, @Nullable String namespaceAbove, int depth)
            throws XMLStreamException {
        List<Element> children = children(element);
        String namespace = element.getNamespaceURI();
        if (children.isEmpty() && element.getTextContent().isEmpty()) {
            writer.writeEmptyElement(element.getLocalName());
        } else {
            writer.writeStartElement(element.getLocalName());
        }
        if (namespace != null && !namespace.equals(namespaceAbove)) {
            writer.writeDefaultNamespace(namespace);
        }
        if (children.isEmpty()) {
            if (!element.getTextContent().isEmpty()) {
                writer.writeCharacters(element.getTextContent());
                writer.writeEndElement();
            }
            return;
        }
        for (Element child : children) {
            writer.writeCharacters("\n" + "  ".repeat(depth + 1));
            write(writer, child, namespace, depth + 1);
        }
        writer.writeCharacters("\n" + "  ".repeat(depth));
        writer.writeEndElement();
    }
}
