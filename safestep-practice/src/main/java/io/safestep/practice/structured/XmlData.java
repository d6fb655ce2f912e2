package io.safestep.practice.structured;

import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilder;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;

/** Data in XML (RFC 7950, section 7; operations of RFC 6241, section 7.2). */
public final class XmlData {

    public static final String NETCONF = "urn:ietf:params:xml:ns:netconf:base:1.0";

    private XmlData() {}

    /** @throws DataRefusal when the text is no XML */
    public static Element parse(String text) {
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newDefaultNSInstance();
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
            DocumentBuilder builder = factory.newDocumentBuilder();
            builder.setErrorHandler(null);
            return builder.parse(new InputSource(new StringReader(text))).getDocumentElement();
        } catch (SAXException | IOException e) {
            throw new DataRefusal("malformed-message", "/", "The message is no XML.");
        } catch (ParserConfigurationException e) {
            throw new IllegalStateException("Every Java platform reads XML.", e);
        }
    }

    /** The nodes beneath the root element of a document. */
    static List<Edit> edits(String text) {
        return edits(parse(text));
    }

    /** The nodes beneath an element, as an edit. */
    public static List<Edit> edits(Element parent) {
        return children(parent).stream().map(XmlData::edit).toList();
    }

    public static List<Element> children(Element parent) {
        List<Element> elements = new ArrayList<>();
        for (Node node = parent.getFirstChild(); node != null; node = node.getNextSibling()) {
            if (node instanceof Element element) {
                elements.add(element);
            }
        }
        return elements;
    }

    private static Edit edit(Element element) {
        List<Edit> children = edits(element);
        String operation = element.getAttributeNS(NETCONF, "operation");
        return new Edit(
                element.getLocalName(),
                children.isEmpty() ? element.getTextContent().strip() : "",
                operation.isEmpty() ? null : operation,
                children);
    }

    static String document(DataNode root, boolean hidePasswords) {
        StringBuilder text = new StringBuilder("<config xmlns=\"" + NETCONF + "\">\n");
        text.append(nodes(root, hidePasswords, 1));
        return text.append("</config>\n").toString();
    }

    /** The nodes beneath a node, one a line. */
    public static String nodes(DataNode parent, boolean hidePasswords, int depth) {
        StringBuilder text = new StringBuilder();
        for (DataNode child : parent.children()) {
            write(text, child, hidePasswords, depth);
        }
        return text.toString();
    }

    private static void write(StringBuilder text, DataNode node, boolean hidePasswords, int depth) {
        String name = node.schema().name();
        String module = node.schema().module();
        text.append("  ".repeat(depth)).append('<').append(name);
        if (module != null) {
            text.append(" xmlns=\"").append(module).append('"');
        }
        if (node.schema().type() != null) {
            String value = StructuredLanguage.shownValue(node, hidePasswords);
            text.append(value.isEmpty() ? "/>\n" : ">" + escaped(value) + "</" + name + ">\n");
            return;
        }
        text.append(">\n").append(nodes(node, hidePasswords, depth + 1));
        text.append("  ".repeat(depth)).append("</").append(name).append(">\n");
    }

    public static String escaped(String text) {
        return text.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;");
    }
}
