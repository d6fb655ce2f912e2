package io.safestep.core.check.evaluation;

import com.jayway.jsonpath.Configuration;
import com.jayway.jsonpath.InvalidJsonException;
import com.jayway.jsonpath.InvalidPathException;
import com.jayway.jsonpath.JsonPath;
import com.jayway.jsonpath.JsonPathException;
import com.jayway.jsonpath.Option;
import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import javax.xml.xpath.XPath;
import javax.xml.xpath.XPathEvaluationResult.XPathResultType;
import javax.xml.xpath.XPathExpressionException;
import javax.xml.xpath.XPathFactory;
import javax.xml.xpath.XPathFactoryConfigurationException;
import javax.xml.xpath.XPathNodes;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;

/**
 * Follows a path into structured data: XPath 1.0 into XML, where names are written without their namespaces, JSONPath
 * (RFC 9535) into JSON.
 */
public final class StructuredPath {

    /** A path to nothing gives nothing; one to a single thing and one to many are treated alike. */
    private static final Configuration JSON = Configuration.builder()
            .options(Option.ALWAYS_RETURN_LIST, Option.SUPPRESS_EXCEPTIONS)
            .build();

    private StructuredPath() {}

    static List<String> rows(@Nullable String data, String path) {
        if (data == null || data.isBlank()) {
            throw new StructuredPathException(
                    "The device answers with lines and not with XML or JSON, so that there is no path into the answer.");
        }
        return data.stripLeading().startsWith("<") ? inXml(data, path) : inJson(data, path);
    }

    /** Why the path can't be followed by anybody; null when it can, in XML or in JSON. */
    public static @Nullable String complaint(String path) {
        boolean json = path.stripLeading().startsWith("$");
        try {
            if (json) {
                compiled(path);
            } else {
                xpath().compile(path);
            }
            return null;
        } catch (InvalidPathException | IllegalArgumentException e) {
            return "This is no JSONPath. One looks like $..neighbour[*].state, or $['part:name'].value.";
        } catch (XPathExpressionException e) {
            return "This is no XPath. One looks like //neighbour/state, or count(//neighbour[state='full']).";
        } catch (StructuredPathException e) {
            return e.getMessage();
        }
    }

    private static JsonPath compiled(String path) {
        if (path.contains("=~")) {
            throw new StructuredPathException(
                    "Patterns within a path are not taken. Use \"only rows with\" for a pattern.");
        }
        return JsonPath.compile(path);
    }

    private static List<String> inJson(String data, String path) {
        try {
            List<Object> found = JsonPath.using(JSON).parse(data).read(compiled(path));
            return found == null
                    ? List.of()
                    : found.stream()
                            .flatMap(item -> item instanceof Collection<?> many
                                    ? many.stream()
                                    : java.util.stream.Stream.of(item))
                            .map(StructuredPath::row)
                            // JSON can hold it, and what a check found can't be stored with it.
                            .map(row -> row.replace('\0', '\uFFFD'))
                            .toList();
        } catch (InvalidJsonException e) {
            throw new StructuredPathException("The answer is no JSON that can be read.", e);
        } catch (JsonPathException | IllegalArgumentException e) {
            throw new StructuredPathException("The path can't be followed: " + e.getMessage(), e);
        }
    }

    private static String row(Object item) {
        if (item instanceof Map<?, ?> object) {
            return object.entrySet().stream()
                    .filter(e -> !(e.getValue() instanceof Map) && !(e.getValue() instanceof Collection))
                    .map(e -> e.getKey() + "=" + e.getValue())
                    .collect(Collectors.joining(" "));
        }
        return String.valueOf(item).strip();
    }

    private static List<String> inXml(String data, String path) {
        try {
            var result = xpath().evaluateExpression(path, document(data));
            if (result.type() != XPathResultType.NODESET) {
                return List.of(String.valueOf(result.value()));
            }
            List<String> rows = new ArrayList<>();
            for (Node node : (XPathNodes) result.value()) {
                rows.add(row(node));
            }
            return rows;
        } catch (XPathExpressionException e) {
            Throwable cause = e.getCause() == null ? e : e.getCause();
            throw new StructuredPathException("The path can't be followed: " + cause.getMessage(), e);
        }
    }

    private static String row(Node node) {
        List<String> leaves = new ArrayList<>();
        for (Node child = node.getFirstChild(); child != null; child = child.getNextSibling()) {
            if (child instanceof Element element
                    && element.getElementsByTagName("*").getLength() == 0) {
                leaves.add(
                        element.getNodeName() + "=" + element.getTextContent().strip());
            }
        }
        return leaves.isEmpty() ? node.getTextContent().strip() : String.join(" ", leaves);
    }

    private static XPath xpath() {
        try {
            XPathFactory factory = XPathFactory.newInstance();
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            return factory.newXPath();
        } catch (XPathFactoryConfigurationException e) {
            throw new IllegalStateException("XPath can't be made safe.", e);
        }
    }

    private static Document document(String data) {
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
            factory.setNamespaceAware(false);
            return factory.newDocumentBuilder().parse(new InputSource(new StringReader(data)));
        } catch (ParserConfigurationException e) {
            throw new IllegalStateException("XML can't be read safely.", e);
        } catch (SAXException | IOException e) {
            throw new StructuredPathException("The answer is no XML that can be read.", e);
        }
    }
}
