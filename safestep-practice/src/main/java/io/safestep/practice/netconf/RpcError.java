package io.safestep.practice.netconf;

import io.safestep.practice.structured.XmlData;
import org.jspecify.annotations.Nullable;

/** A refusal as a NETCONF client is told it (RFC 6241, section 4.3). */
final class RpcError extends RuntimeException {

    private final String tag;
    private final @Nullable String path;
    private final @Nullable String info;

    /**
     * @param tag error tag of RFC 6241, appendix A
     * @param path where in the data; null for none
     * @param info content of the error-info element; null for none
     */
    RpcError(String tag, @Nullable String path, String message, @Nullable String info) {
        super(message, null, false, false);
        this.tag = tag;
        this.path = path;
        this.info = info;
    }

    RpcError(String tag, String message) {
        this(tag, null, message, null);
    }

    String xml() {
        return "<rpc-error><error-type>application</error-type><error-tag>" + tag
                + "</error-tag><error-severity>error</error-severity>"
                + (path == null ? "" : "<error-path>" + XmlData.escaped(path) + "</error-path>")
                + "<error-message xml:lang=\"en\">" + XmlData.escaped(String.valueOf(getMessage())) + "</error-message>"
                + (info == null ? "" : "<error-info>" + info + "</error-info>") + "</rpc-error>";
    }
}
