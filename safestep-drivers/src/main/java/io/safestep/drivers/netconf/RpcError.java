package io.safestep.drivers.netconf;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;

/**
 * An error in a reply (RFC 6241, section 4.3).
 *
 * @param tag for example {@code lock-denied}
 * @param path where in the configuration; null when the server does not say
 * @param message the server's own words; null when it has none
 * @param info more about it, as {@code name value}; empty when the server does not say
 */
record RpcError(String tag, @Nullable String path, @Nullable String message, String info) {

    /** The errors in a reply. Warnings are none. */
    static List<RpcError> in(Element reply) {
        List<RpcError> errors = new ArrayList<>();
        for (Element e : Xml.children(reply)) {
            if ("rpc-error".equals(e.getLocalName()) && !"warning".equals(Xml.text(e, "error-severity"))) {
                errors.add(new RpcError(
                        Objects.requireNonNullElse(Xml.text(e, "error-tag"), "operation-failed"),
                        Xml.text(e, "error-path"),
                        Xml.text(e, "error-message"),
                        info(Xml.child(e, "error-info"))));
            }
        }
        return errors;
    }

    private static String info(@Nullable Element info) {
        if (info == null) {
            return "";
        }
        List<String> parts = new ArrayList<>();
        Xml.children(info)
                .forEach(e ->
                        parts.add(e.getLocalName() + " " + e.getTextContent().strip()));
        return parts.isEmpty() ? info.getTextContent().strip() : String.join(", ", parts);
    }

    /** Everything that the server says, on one line. */
    String words() {
        StringBuilder words = new StringBuilder(message == null || message.isEmpty() ? tag : message);
        if (path != null && !path.isEmpty()) {
            words.append(" At ").append(path).append('.');
        }
        words.append(" (").append(tag);
        if (!info.isEmpty()) {
            words.append(": ").append(info);
        }
        return words.append(')').toString().replaceAll("\\s+", " ");
    }
}
