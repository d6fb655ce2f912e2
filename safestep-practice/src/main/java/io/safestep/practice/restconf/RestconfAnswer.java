package io.safestep.practice.restconf;

import io.safestep.practice.structured.JsonData;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * @param entityTag of the resource after the request; null for none
 * @param allow the methods that the resource allows; null when it is not said
 */
record RestconfAnswer(
        int status,
        @Nullable String body,
        @Nullable String entityTag,
        @Nullable String allow) {

    RestconfAnswer(int status, @Nullable String body, @Nullable String entityTag) {
        this(status, body, entityTag, null);
    }

    /** The answer to OPTIONS (RFC 8040, section 4.1). */
    static RestconfAnswer allowing(String methods) {
        return new RestconfAnswer(200, null, null, methods);
    }

    /** The errors resource of RFC 8040, section 3.9. */
    static RestconfAnswer error(int status, String tag, @Nullable String path, String message) {
        ObjectNode body = JsonNodeFactory.instance.objectNode();
        body.putObject("ietf-restconf:errors").putArray("error").add(error(tag, path, message));
        return new RestconfAnswer(status, JsonData.text(body), null);
    }

    /**
     * What became of several edits (RFC 8072, section 2.3).
     *
     * @param edit the name of the one that was refused; null when all of them were together
     */
    static RestconfAnswer refusedEdit(
            int status, String patch, @Nullable String edit, String tag, String path, String message) {
        ObjectNode body = JsonNodeFactory.instance.objectNode();
        ObjectNode outcome = body.putObject("ietf-yang-patch:yang-patch-status").put("patch-id", patch);
        ObjectNode about = edit == null
                ? outcome
                : outcome.putObject("edit-status").putArray("edit").addObject().put("edit-id", edit);
        about.putObject("errors").putArray("error").add(error(tag, path, message));
        return new RestconfAnswer(status, JsonData.text(body), null);
    }

    /** All edits are in force (RFC 8072, section 2.3). */
    static RestconfAnswer allEdited(String patch, String entityTag) {
        ObjectNode body = JsonNodeFactory.instance.objectNode();
        body.putObject("ietf-yang-patch:yang-patch-status")
                .put("patch-id", patch)
                .putArray("ok")
                .addNull();
        return new RestconfAnswer(200, JsonData.text(body), entityTag);
    }

    private static ObjectNode error(String tag, @Nullable String path, String message) {
        ObjectNode error = JsonNodeFactory.instance.objectNode();
        error.put("error-type", "application");
        error.put("error-tag", tag);
        if (path != null) {
            error.put("error-path", path);
        }
        error.put("error-message", message);
        return error;
    }
}
