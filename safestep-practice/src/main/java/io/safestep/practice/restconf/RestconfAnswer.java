package io.safestep.practice.restconf;

import io.safestep.practice.structured.JsonData;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** @param entityTag of the resource after the request; null for none */
record RestconfAnswer(int status, String body, String entityTag) {

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
