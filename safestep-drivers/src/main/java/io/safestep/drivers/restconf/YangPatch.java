package io.safestep.drivers.restconf;

import io.safestep.core.config.format.RestRequest;
import java.util.List;
import org.apache.hc.core5.http.ContentType;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Several edits in one request, of which all take effect or none does (RFC 8072). */
final class YangPatch {

    /** What a server says that takes it (RFC 8072, section 4.3). */
    static final String CAPABILITY = "urn:ietf:params:restconf:capability:yang-patch:1.0";

    /** Where a server says what it can (RFC 8040, section 9.1). */
    static final String CAPABILITIES = "/data/ietf-restconf-monitoring:restconf-state/capabilities";

    static final ContentType MEDIA_TYPE = ContentType.create("application/yang-patch+json");

    private static final JsonMapper JSON = JsonMapper.shared();

    private YangPatch() {}

    /** The body for all data, the edits in the order of the requests (RFC 8072, section 2.2). */
    static String body(List<RestRequest> requests) {
        ObjectNode body = JsonNodeFactory.instance.objectNode();
        ObjectNode patch = body.putObject("ietf-yang-patch:yang-patch").put("patch-id", "safestep");
        ArrayNode edits = patch.putArray("edit");
        for (RestRequest request : requests) {
            ObjectNode edit = edits.addObject().put("edit-id", "edit-" + (edits.size() + 1));
            edit.put("operation", request.body() == null ? "delete" : "merge").put("target", "/" + request.path());
            if (request.body() != null) {
                edit.set("value", JSON.readTree(request.body()));
            }
        }
        return JSON.writeValueAsString(body);
    }

    /**
     * The first error in what the server says became of the edits (RFC 8072, section 2.3).
     *
     * @return an empty node when it tells of none
     */
    static JsonNode error(String answer) {
        try {
            JsonNode status = JSON.readTree(answer.isBlank() ? "{}" : answer).path("ietf-yang-patch:yang-patch-status");
            JsonNode error = status.path("errors").path("error").path(0);
            for (JsonNode edit : status.path("edit-status").path("edit")) {
                error = error.isMissingNode()
                        ? edit.path("errors").path("error").path(0)
                        : error;
            }
            return error;
        } catch (JacksonException e) {
            return JsonNodeFactory.instance.missingNode();
        }
    }
}
