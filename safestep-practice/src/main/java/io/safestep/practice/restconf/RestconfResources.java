package io.safestep.practice.restconf;

import io.safestep.practice.device.DeviceConfiguration;
import io.safestep.practice.device.DeviceLog;
import io.safestep.practice.device.Fault;
import io.safestep.practice.device.LogIns;
import io.safestep.practice.device.NetworkView;
import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.device.Refusal;
import io.safestep.practice.device.SessionDropped;
import io.safestep.practice.network.LiveNetwork;
import io.safestep.practice.structured.DataNode;
import io.safestep.practice.structured.DataRefusal;
import io.safestep.practice.structured.Edit;
import io.safestep.practice.structured.JsonData;
import io.safestep.practice.structured.SchemaNode;
import io.safestep.practice.structured.TreeConfiguration;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** What an Ostrel device answers to requests (RFC 8040, sections 3 and 4). Every change takes effect at once. */
final class RestconfResources {

    private static final String DATA = "/restconf/data";
    private static final String CAPABILITIES = DATA + "/ietf-restconf-monitoring:restconf-state/capabilities";
    private static final String STATE = "/restconf/data/ostrel-state:";

    private final LiveNetwork network;

    RestconfResources(LiveNetwork network) {
        this.network = network;
    }

    RestconfAnswer answer(PracticeDevice device, RestconfRequest request) {
        try {
            return route(device, request);
        } catch (DataRefusal refusal) {
            return RestconfAnswer.error(
                    status(refusal), refusal.tag(), refusal.path(), String.valueOf(refusal.getMessage()));
        } catch (Refusal refusal) {
            return RestconfAnswer.error(500, "operation-failed", null, String.valueOf(refusal.getMessage()));
        }
    }

    private static int status(DataRefusal refusal) {
        return switch (refusal.tag()) {
            case "data-missing" -> 404;
            case "data-exists" -> 409;
            default -> 400;
        };
    }

    private RestconfAnswer route(PracticeDevice device, RestconfRequest request) {
        String path = request.path();
        if (path.equals("/.well-known/host-meta")) {
            return new RestconfAnswer(200, "{\"links\":[{\"rel\":\"restconf\",\"href\":\"/restconf\"}]}\n", null);
        }
        if (path.equals("/restconf/yang-library-version") && request.method().equals("GET")) {
            return new RestconfAnswer(200, "{\"ietf-restconf:yang-library-version\":\"2019-01-04\"}\n", null);
        }
        if (path.equals(CAPABILITIES) && request.method().equals("GET")) {
            return capabilities(device);
        }
        if (path.equals("/restconf/startup") && List.of("GET", "HEAD").contains(request.method())) {
            return new RestconfAnswer(200, device.shownTo(device.startup()).shown(), tag(device.startup()));
        }
        if (path.startsWith("/restconf/operations/") && request.method().equals("POST")) {
            return operation(device, path.substring("/restconf/operations/".length()), request.body());
        }
        if (path.startsWith(STATE) && request.method().equals("GET")) {
            return state(device, path.substring(STATE.length()));
        }
        if (path.equals(DATA) || path.startsWith(DATA + "/")) {
            return data(device, request, path.equals(DATA) ? "" : path.substring(DATA.length() + 1));
        }
        return RestconfAnswer.error(404, "invalid-value", path, "There is no such resource.");
    }

    // ------------------------------------------------------------ data

    private static String tag(PracticeDevice device) {
        return tag(device.running());
    }

    /** Each resource has its own (RFC 8040, section 3.5.2); null for one that is not there. */
    private static @Nullable String tag(PracticeDevice device, String path) {
        if (path.isEmpty()) {
            return tag(device);
        }
        DataNode node = find(((TreeConfiguration) device.running()).root(), path);
        if (node == null) {
            return null;
        }
        String text =
                node.schema().type() == null ? JsonData.text(JsonData.object(node, true, false)) : node.leafValue();
        return "\"r" + Integer.toHexString(text.hashCode()) + "\"";
    }

    private static String tag(DeviceConfiguration configuration) {
        return "\"" + Integer.toHexString(configuration.stored().hashCode()) + "\"";
    }

    private RestconfAnswer data(PracticeDevice device, RestconfRequest request, String path) {
        if (request.method().equals("GET") || request.method().equals("HEAD")) {
            return get(device, path);
        }
        boolean mayWrite = !device.has(Fault.READ_ONLY_ACCOUNT);
        if (request.method().equals("OPTIONS")) {
            return RestconfAnswer.allowing(mayWrite ? "GET, HEAD, OPTIONS, PATCH, PUT, DELETE" : "GET, HEAD, OPTIONS");
        }
        if (!mayWrite) {
            return RestconfAnswer.error(403, "access-denied", null, "This account may only look.");
        }
        if (request.ifMatch() != null && !request.ifMatch().equals(tag(device, path))) {
            return RestconfAnswer.error(
                    412, "operation-failed", null, "The configuration has changed since it was read.");
        }
        if (request.isYangPatch()) {
            return path.isEmpty() && !device.has(Fault.EDITS_ONE_BY_ONE)
                    ? severalEdits(device, request.body())
                    : RestconfAnswer.error(415, "operation-not-supported", null, "This media type is not taken here.");
        }
        TreeConfiguration running = (TreeConfiguration) device.running();
        boolean existed = path.isEmpty() || find(running.root(), path) != null;
        ResourceChange change = new ResourceChange(running.root().schema(), path);
        List<Edit> edits = switch (request.method()) {
            case "PATCH" -> change.merging(request.body());
            case "PUT" -> change.replacing(request.body());
            case "DELETE" -> change.deleting();
            default -> null;
        };
        if (edits == null) {
            return RestconfAnswer.error(
                    405, "operation-not-supported", null, "GET, PUT, PATCH and DELETE are possible.");
        }
        push(device, edits);
        boolean made = request.method().equals("PUT") && !existed;
        return new RestconfAnswer(made ? 201 : 204, null, tag(device, path));
    }

    /** Takes all of several edits or none (RFC 8072). */
    private RestconfAnswer severalEdits(PracticeDevice device, String body) {
        JsonNode patch = JsonData.parse(body).path("ietf-yang-patch:yang-patch");
        String id = patch.path("patch-id").asString("");
        SchemaNode root = ((TreeConfiguration) device.running()).root().schema();
        List<Edit> edits = new ArrayList<>();
        for (JsonNode edit : patch.path("edit")) {
            try {
                ResourceChange change = new ResourceChange(root, target(edit));
                edits.addAll(
                        switch (edit.path("operation").asString("")) {
                            case "merge" -> change.merging(JsonData.text(edit.path("value")));
                            case "replace" -> change.replacing(JsonData.text(edit.path("value")));
                            case "delete" -> change.deleting();
                            default ->
                                throw new DataRefusal(
                                        "operation-not-supported", "/", "merge, replace and delete are possible.");
                        });
            } catch (DataRefusal refusal) {
                return RestconfAnswer.refusedEdit(
                        status(refusal),
                        id,
                        edit.path("edit-id").asString(""),
                        refusal.tag(),
                        refusal.path(),
                        String.valueOf(refusal.getMessage()));
            }
        }
        try {
            push(device, edits);
        } catch (DataRefusal refusal) {
            return RestconfAnswer.refusedEdit(
                    status(refusal), id, null, refusal.tag(), refusal.path(), String.valueOf(refusal.getMessage()));
        }
        return RestconfAnswer.allEdited(id, tag(device));
    }

    private static String target(JsonNode edit) {
        String target = edit.path("target").asString("");
        if (!target.startsWith("/")) {
            throw new DataRefusal("malformed-message", "/", "The target of an edit begins with a slash.");
        }
        return target.substring(1);
    }

    private static RestconfAnswer capabilities(PracticeDevice device) {
        ObjectNode body = JsonNodeFactory.instance.objectNode();
        ArrayNode capabilities = body.putObject("ietf-restconf-monitoring:capabilities")
                .putArray("capability")
                .add("urn:ietf:params:restconf:capability:defaults:1.0?basic-mode=explicit");
        if (!device.has(Fault.EDITS_ONE_BY_ONE)) {
            capabilities.add("urn:ietf:params:restconf:capability:yang-patch:1.0");
        }
        return new RestconfAnswer(200, JsonData.text(body), null);
    }

    private void push(PracticeDevice device, List<Edit> edits) {
        List<String> leaves = new ArrayList<>();
        edits.forEach(e -> e.leaves("", leaves));
        for (String leaf : leaves) {
            if (device.concerns(Fault.REJECTS_LINE, leaf)) {
                throw new DataRefusal("operation-failed", "/", "\"" + leaf + "\" is not accepted at this time.");
            }
        }
        String last = device.has(Fault.LOSES_LAST_LINE) ? leaves.get(leaves.size() - 1) : null;
        device.change(configuration -> {
            ((TreeConfiguration) configuration)
                    .apply(edits, "merge", line -> line.equals(last) || device.concerns(Fault.IGNORES_LINE, line));
            return null;
        });
        network.changed();
        if (leaves.stream().anyMatch(leaf -> device.concerns(Fault.DROPS_SESSION, leaf))) {
            throw new SessionDropped();
        }
    }

    private static RestconfAnswer get(PracticeDevice device, String path) {
        TreeConfiguration running = (TreeConfiguration) device.running();
        if (path.isEmpty()) {
            return new RestconfAnswer(200, device.shownTo(running).shown(), tag(device));
        }
        DataNode node = find(running.root(), path);
        if (node == null) {
            throw new DataRefusal("data-missing", "/" + path, "There is no such data.");
        }
        ObjectNode body = JsonNodeFactory.instance.objectNode();
        String first = path.split("/")[0];
        String module = first.substring(0, Math.max(0, first.indexOf(':')));
        String name = module + ":" + node.schema().name();
        if (node.schema().type() != null) {
            body.set(name, JsonData.leaf(node.schema(), node.leafValue()));
        } else if (node.schema().kind() == SchemaNode.Kind.LIST) {
            body.putArray(name).add(JsonData.object(node, true, false));
        } else {
            body.set(name, JsonData.object(node, true, false));
        }
        return new RestconfAnswer(200, JsonData.text(body), tag(device, path));
    }

    private static @Nullable DataNode find(DataNode root, String path) {
        DataNode at = root;
        for (String segment : path.split("/")) {
            if (at == null) {
                return null;
            }
            int equals = segment.indexOf('=');
            String id = ResourceChange.plainName(segment)
                    + (equals < 0 ? "" : "=" + ResourceChange.decoded(segment.substring(equals + 1)));
            at = at.child(id);
        }
        return at;
    }

    // ------------------------------------------------------------ operations and state

    private RestconfAnswer operation(PracticeDevice device, String name, String body) {
        switch (name) {
            case "ostrel-operations:save" -> {
                device.save();
                return new RestconfAnswer(204, null, null);
            }
            case "ostrel-operations:restore" -> {
                if (device.has(Fault.READ_ONLY_ACCOUNT)) {
                    return RestconfAnswer.error(403, "access-denied", null, "This account may only look.");
                }
                device.restoreStartup();
                network.changed();
                return new RestconfAnswer(204, null, null);
            }
            case "ostrel-operations:ping", "ostrel-operations:probe" -> {
                return asked(
                        device, name.endsWith("probe"), JsonData.parse(body).path("ostrel-operations:input"));
            }
            default -> {
                return RestconfAnswer.error(
                        404, "operation-not-supported", null, "There is no operation " + name + ".");
            }
        }
    }

    private RestconfAnswer asked(PracticeDevice device, boolean probe, JsonNode input) {
        String address = address(input.path("address").asString(""));
        String source = input.has("source") ? address(input.path("source").asString("")) : null;
        String port = probe ? input.path("port").asString("") : "0";
        if (!port.matches("\\d{1,5}")) {
            throw new DataRefusal("invalid-value", "/", "A port is needed.");
        }
        boolean answered = network.answers(device.name(), address, Integer.parseInt(port), source);
        ObjectNode answer = JsonNodeFactory.instance.objectNode();
        ObjectNode output = answer.putObject("ostrel-operations:output").put("address", address);
        if (probe) {
            output.put("port", port).put("outcome", answered ? "answers" : "no-answer");
        } else {
            output.put("received", answered ? "3-of-3" : "0-of-3");
        }
        return new RestconfAnswer(200, JsonData.text(answer), null);
    }

    private static String address(String written) {
        if (!written.matches("\\d{1,3}(\\.\\d{1,3}){3}")) {
            throw new DataRefusal("invalid-value", "/", "An IPv4 address is needed.");
        }
        return written;
    }

    private RestconfAnswer state(PracticeDevice device, String name) {
        ObjectNode body = JsonNodeFactory.instance.objectNode();
        ObjectNode container = body.putObject("ostrel-state:" + name);
        switch (name) {
            case "platform" ->
                container
                        .put("maker", "Ostrel")
                        .put("system", "Cairn")
                        .put("software", "2.6")
                        .put("model", device.box().model())
                        .put("serial", device.box().serial())
                        .put("name", device.hostname());
            case "sessions" -> {
                container.putObject("time").put("clock", device.now().toString());
                ArrayNode list = container.putArray("log-in");
                for (LogIns.LogIn l : device.logIns().newestFirst()) {
                    list.addObject()
                            .put("login", l.account())
                            .put("from", l.from())
                            .put("at", l.at().toString());
                }
            }
            case "log" -> {
                container.putObject("time").put("clock", device.now().toString());
                ArrayNode list = container.putArray("entry");
                for (DeviceLog.Entry e : device.log().oldestFirst()) {
                    list.addObject().put("at", e.at().toString()).put("text", e.text());
                }
            }
            case "links" -> {
                ArrayNode list = container.putArray("link");
                for (NetworkView.LinkInfo l : network.links(device.name())) {
                    ObjectNode entry = list.addObject();
                    entry.put("interface", l.over()).put("device", l.name()).put("port", l.port());
                    if (!l.address().isEmpty()) {
                        entry.put("address", l.address());
                    }
                }
            }
            case "neighbours" -> {
                ArrayNode list = container.putArray("neighbour");
                for (NetworkView.Neighbour n : network.neighbours(device.name())) {
                    ObjectNode entry = list.addObject();
                    entry.put("address", n.address()).put("port", n.over()).put("protocol", n.protocol());
                    entry.put("state", n.state());
                    if (!n.reason().isEmpty()) {
                        entry.put("reason", n.reason());
                    }
                }
            }
            case "routes" -> {
                ArrayNode list = container.putArray("route");
                for (NetworkView.NetworkRoute r : network.routes(device.name())) {
                    list.addObject()
                            .put("prefix", r.prefix())
                            .put("source", r.source())
                            .put("metric", r.metric())
                            .put("hops", r.next());
                }
            }
            case "gateways" -> {
                ArrayNode list = container.putArray("gateway");
                for (NetworkView.GatewayState g : network.gateways(device.name())) {
                    list.addObject()
                            .put("interface", g.over())
                            .put("group", g.group())
                            .put("shared", g.shared())
                            .put("role", g.role());
                }
            }
            case "interface-states" -> {
                ArrayNode list = container.putArray("interface");
                for (NetworkView.InterfaceInfo i : network.interfaces(device.name())) {
                    list.addObject()
                            .put("name", i.name())
                            .put("state", i.state())
                            .put("address", i.address());
                }
            }
            default -> throw new DataRefusal("data-missing", "/" + name, "There is no such state.");
        }
        return new RestconfAnswer(200, JsonData.text(body), null);
    }
}
