package io.safestep.practice.restconf;

import io.safestep.practice.structured.JsonData;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * @param entityTag of the resource after the request; null for none
 * @param allow the methods that the resource allows; null when it is not said
 */
record RestconfAnswer(int status, String body, String entityTag, String allow) {

    RestconfAnswer(int status, String body, String entityTag) {
        this(status, body, entityTag, null);
    }

    /** The answer to OPTIONS (RFC 8040, section 4.1). */
    static RestconfAnswer allowing(String methods) {
        return new RestconfAnswer(200, null, null, methods);
    }

    /** The errors resource of RFC 8040, section 3.9. */
    static RestconfAnswer error(int status, String tag, String path, String message) {
        ObjectNode error = JsonNodeFactory.instance.objectNode();
        error.put("error-type", "application");
        error.put("error-tag", tag);
        if (path != null) {
            error.put("error-path", path);
        }
        error.put("error-message", message);
        ObjectNode body = JsonNodeFactory.instance.objectNode();
        body.putObject("ietf-restconf:errors").putArray("error").add(error);
        return new RestconfAnswer(status, JsonData.text(body), null);
    }
}
