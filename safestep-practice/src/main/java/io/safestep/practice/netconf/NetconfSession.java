package io.safestep.practice.netconf;

import io.safestep.practice.device.Fault;
import io.safestep.practice.device.NetworkView;
import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.device.Refusal;
import io.safestep.practice.device.SessionDropped;
import io.safestep.practice.structured.DataNode;
import io.safestep.practice.structured.DataRefusal;
import io.safestep.practice.structured.Edit;
import io.safestep.practice.structured.TreeConfiguration;
import io.safestep.practice.structured.XmlData;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Executor;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;

/** One NETCONF session with a Haldrin device (RFC 6241). */
final class NetconfSession {

    private static final String BASE = "urn:ietf:params:netconf:base:";
    private static final List<String> CAPABILITIES = List.of(
            BASE + "1.0",
            BASE + "1.1",
            "urn:ietf:params:netconf:capability:candidate:1.0",
            "urn:ietf:params:netconf:capability:confirmed-commit:1.1",
            "urn:ietf:params:netconf:capability:validate:1.1",
            "urn:ietf:params:netconf:capability:startup:1.0",
            "urn:ietf:params:netconf:capability:notification:1.0",
            "urn:ietf:params:netconf:capability:interleave:1.0",
            "urn:haldrin:system",
            "urn:haldrin:interfaces",
            "urn:haldrin:routing",
            "urn:haldrin:filters");

    private static final Set<String> WRITING = Set.of("lock", "edit-config", "commit", "copy-config");

    private final int id;
    private final PracticeDevice device;
    private final Datastores datastores;
    private final NetworkView network;
    private final Framing framing;
    private final Executor telling;
    private final Runnable told = this::tellChange;
    private boolean ended;

    /** @param telling sends notifications */
    NetconfSession(
            int id,
            PracticeDevice device,
            Datastores datastores,
            NetworkView network,
            Framing framing,
            Executor telling) {
        this.id = id;
        this.device = device;
        this.datastores = datastores;
        this.network = network;
        this.framing = framing;
        this.telling = telling;
    }

    /** Says that the configuration was changed (RFC 6470, section 2), without keeping whoever changed it waiting. */
    private void tellChange() {
        String notification = "<notification xmlns=\"urn:ietf:params:xml:ns:netconf:notification:1.0\"><eventTime>"
                + Instant.now() + "</eventTime><netconf-config-change"
                + " xmlns=\"urn:ietf:params:xml:ns:yang:ietf-netconf-notifications\"><datastore>running</datastore>"
                + "</netconf-config-change></notification>";
        telling.execute(() -> {
            try {
                synchronized (framing) {
                    framing.write(notification);
                }
            } catch (IOException e) {
                device.noLongerOnEdit(told);
            }
        });
    }

    void serve() throws IOException {
        StringBuilder hello = new StringBuilder("<hello xmlns=\"" + XmlData.NETCONF + "\"><capabilities>");
        CAPABILITIES.forEach(c -> hello.append("<capability>").append(c).append("</capability>"));
        framing.write(hello + "</capabilities><session-id>" + id + "</session-id></hello>");
        try {
            String clientHello = framing.read();
            if (clientHello == null || !takeHello(clientHello)) {
                return;
            }
            while (!ended) {
                String message = framing.read();
                if (message == null) {
                    return;
                }
                String answer = answer(message);
                synchronized (framing) {
                    framing.write(answer);
                }
            }
        } finally {
            device.noLongerOnEdit(told);
            datastores.sessionEnded(id);
        }
    }

    /** @return whether the two have a version of the protocol in common */
    private boolean takeHello(String message) {
        try {
            Element hello = XmlData.parse(message);
            List<String> offered = new ArrayList<>();
            for (Element part : XmlData.children(hello)) {
                XmlData.children(part)
                        .forEach(c -> offered.add(c.getTextContent().strip()));
            }
            if (offered.contains(BASE + "1.1")) {
                framing.useChunks();
                return true;
            }
            return offered.contains(BASE + "1.0");
        } catch (DataRefusal e) {
            return false;
        }
    }

    private String answer(String message) {
        String attributes = "";
        try {
            Element rpc = XmlData.parse(message);
            String messageId = rpc.getAttribute("message-id");
            attributes = messageId.isEmpty() ? "" : " message-id=\"" + XmlData.escaped(messageId) + "\"";
            if (!"rpc".equals(rpc.getLocalName()) || XmlData.children(rpc).isEmpty()) {
                throw new RpcError("missing-element", "An rpc element with an operation is expected.");
            }
            return reply(attributes, operate(XmlData.children(rpc).get(0)));
        } catch (RpcError error) {
            return reply(attributes, error.xml());
        } catch (DataRefusal refusal) {
            return reply(
                    attributes,
                    new RpcError(refusal.tag(), refusal.path(), String.valueOf(refusal.getMessage()), null).xml());
        } catch (Refusal refusal) {
            return reply(attributes, new RpcError("access-denied", String.valueOf(refusal.getMessage())).xml());
        }
    }

    private static String reply(String attributes, String content) {
        return "<rpc-reply xmlns=\"" + XmlData.NETCONF + "\"" + attributes + ">" + content + "</rpc-reply>";
    }

    private static final String OK = "<ok/>";

    private String operate(Element operation) {
        if (device.has(Fault.READ_ONLY_ACCOUNT) && WRITING.contains(operation.getLocalName())) {
            throw new RpcError("access-denied", "This account may only look.");
        }
        return switch (operation.getLocalName()) {
            case "get-config" -> "<data>" + filtered(shown(datastore(operation, "source")), operation) + "</data>";
            case "get" -> "<data>" + get(operation) + "</data>";
            case "edit-config" -> editConfig(operation);
            case "lock" -> {
                datastores.lock(datastore(operation, "target"), id);
                yield OK;
            }
            case "unlock" -> {
                datastores.unlock(datastore(operation, "target"), id);
                yield OK;
            }
            case "validate" -> {
                // Whatever is in a datastore was looked at when it came in.
                datastores.get(datastore(operation, "source"));
                yield OK;
            }
            case "discard-changes" -> {
                datastores.discard();
                yield OK;
            }
            case "commit" -> commit(operation);
            case "cancel-commit" -> {
                datastores.cancel(id, text(operation, "persist-id"));
                yield OK;
            }
            case "copy-config" -> {
                String way = datastore(operation, "source") + " to " + datastore(operation, "target");
                switch (way) {
                    case "running to startup" -> datastores.copyRunningToStartup(id);
                    case "startup to candidate" -> datastores.copyStartupToCandidate(id);
                    default -> throw new RpcError("operation-not-supported", "There is no copying of " + way + ".");
                }
                yield OK;
            }
            case "close-session" -> {
                ended = true;
                yield OK;
            }
            case "create-subscription" -> {
                device.onEdit(told);
                yield OK;
            }
            case "ping" -> ping(operation);
            case "probe" -> probe(operation);
            default ->
                throw new RpcError(
                        "operation-not-supported", "The operation " + operation.getLocalName() + " is not known.");
        };
    }

    private TreeConfiguration shown(String datastore) {
        return (TreeConfiguration) device.shownTo(datastores.get(datastore));
    }

    private static @Nullable Element part(Element operation, String name) {
        return XmlData.children(operation).stream()
                .filter(e -> name.equals(e.getLocalName()))
                .findFirst()
                .orElse(null);
    }

    private static @Nullable String text(Element operation, String name) {
        Element part = part(operation, name);
        return part == null ? null : part.getTextContent().strip();
    }

    private static String datastore(Element operation, String part) {
        Element named = part(operation, part);
        if (named == null || XmlData.children(named).isEmpty()) {
            throw new RpcError(
                    "missing-element", null, "The " + part + " is missing.", "<bad-element>" + part + "</bad-element>");
        }
        return XmlData.children(named).get(0).getLocalName();
    }

    /** Whole top-level elements that a subtree filter names (RFC 6241, section 6.2.3). */
    private static String filtered(TreeConfiguration configuration, Element operation) {
        Element filter = part(operation, "filter");
        if (filter == null) {
            return "\n" + XmlData.nodes(configuration.root(), true, 1);
        }
        List<String> names =
                XmlData.children(filter).stream().map(Element::getLocalName).toList();
        StringBuilder text = new StringBuilder("\n");
        String whole = XmlData.nodes(configuration.root(), true, 1);
        for (DataNode child : configuration.root().children()) {
            if (names.contains(child.schema().name())) {
                text.append(part(whole, child.schema().name()));
            }
        }
        return text.toString();
    }

    private static String part(String whole, String name) {
        int from = whole.indexOf("  <" + name + " ");
        String end = "\n  </" + name + ">\n";
        return whole.substring(from, whole.indexOf(end, from) + end.length());
    }

    private String get(Element operation) {
        StateData state = new StateData(device, network);
        Element filter = part(operation, "filter");
        if (filter == null) {
            return filtered(datastores.get("running"), operation) + state.xml(null);
        }
        StringBuilder text = new StringBuilder(filtered(datastores.get("running"), operation));
        XmlData.children(filter).forEach(e -> text.append(state.xml(e.getLocalName())));
        return text.toString();
    }

    private String editConfig(Element operation) {
        if (!datastore(operation, "target").equals("candidate")) {
            throw new RpcError("operation-not-supported", "Only the candidate can be edited.");
        }
        Element config = part(operation, "config");
        if (config == null) {
            throw new RpcError("missing-element", null, "There is no config.", "<bad-element>config</bad-element>");
        }
        String given = text(operation, "default-operation");
        List<Edit> edits = XmlData.edits(config);
        List<String> leaves = new ArrayList<>();
        edits.forEach(e -> e.leaves("", leaves));
        for (String leaf : leaves) {
            if (device.concerns(Fault.REJECTS_LINE, leaf)) {
                throw new RpcError("operation-failed", "\"" + leaf + "\" is not accepted at this time.");
            }
        }
        boolean losesLast = device.has(Fault.LOSES_LAST_LINE) && !leaves.isEmpty();
        String last = losesLast ? leaves.get(leaves.size() - 1) : null;
        datastores.editCandidate(
                id,
                candidate -> candidate.apply(
                        edits,
                        given == null ? "merge" : given,
                        line -> line.equals(last) || device.concerns(Fault.IGNORES_LINE, line)));
        if (leaves.stream().anyMatch(leaf -> device.concerns(Fault.DROPS_SESSION, leaf))) {
            throw new SessionDropped();
        }
        return OK;
    }

    private String commit(Element operation) {
        boolean confirmed = part(operation, "confirmed") != null;
        String seconds = text(operation, "confirm-timeout");
        if (seconds != null && !seconds.matches("[1-9]\\d{0,5}")) {
            throw new RpcError("invalid-value", "The confirm-timeout has to be a number of seconds.");
        }
        Duration timeout = confirmed ? Duration.ofSeconds(seconds == null ? 600 : Long.parseLong(seconds)) : null;
        datastores.commit(id, timeout, confirmed ? text(operation, "persist") : null, text(operation, "persist-id"));
        return OK;
    }

    private static String address(@Nullable String written) {
        if (written == null || !written.matches("\\d{1,3}(\\.\\d{1,3}){3}")) {
            throw new RpcError("invalid-value", "An IPv4 address is needed.");
        }
        return written;
    }

    private @Nullable String source(Element operation) {
        String source = text(operation, "source");
        return source == null ? null : address(source);
    }

    private String probe(Element operation) {
        String address = address(text(operation, "address"));
        String port = text(operation, "port");
        if (port == null || !port.matches("\\d{1,5}")) {
            throw new RpcError("invalid-value", "A port is needed.");
        }
        boolean answered = network.answers(device.name(), address, Integer.parseInt(port), source(operation));
        return "<result xmlns=\"urn:haldrin:operations\"><address>" + address + "</address><port>" + port
                + "</port><outcome>" + (answered ? "answers" : "no-answer") + "</outcome></result>";
    }

    private String ping(Element operation) {
        String address = address(text(operation, "address"));
        boolean answered = network.answers(device.name(), address, 0, source(operation));
        return "<result xmlns=\"urn:haldrin:operations\"><address>" + address + "</address><received>"
                + (answered ? "3-of-3" : "0-of-3") + "</received></result>";
    }
}
