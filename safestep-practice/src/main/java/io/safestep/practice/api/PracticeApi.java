package io.safestep.practice.api;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import io.safestep.core.network.file.NetworkFile;
import io.safestep.core.network.segment.Port;
import io.safestep.practice.corvane.CommandInterpreter;
import io.safestep.practice.device.Fault;
import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.device.Refusal;
import io.safestep.practice.identity.IdentityProvider;
import io.safestep.practice.mail.MailSink;
import io.safestep.practice.network.LiveNetwork;
import io.safestep.practice.network.NetworkPlan;
import io.safestep.practice.structured.Edit;
import io.safestep.practice.structured.JsonData;
import io.safestep.practice.structured.TreeConfiguration;
import io.safestep.practice.structured.XmlData;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The API of the practice network, on 127.0.0.1 only.
 *
 * <pre>
 * GET    /api/devices                        names, addresses, places, whether reachable, faults
 * GET    /api/cabling                        which interface is connected to which, and the hosts
 * GET    /api/faults                         the faults that there are
 * GET    /api/devices/NAME/running           what the device really holds, as text
 * GET    /api/devices/NAME/startup           what it would hold after a reboot, as text
 * PUT    /api/devices/NAME/faults/FAULT      {"match": "text in the line"} switches a fault on
 * DELETE /api/devices/NAME/faults/FAULT      switches it off
 * POST   /api/devices/NAME/reboot            {"seconds": 8} takes the power away for a while
 * POST   /api/devices/NAME/edit              {"lines": "...", "account": "nightshift"} somebody edits the device by hand, in its own language
 * GET    /api/mail                           mails that were sent to the mail sink, the newest first
 * DELETE /api/mail                           forgets them
 * GET    /api/identity                       the identity provider: its issuer, and whether it is away
 * PUT    /api/identity                       {"away": true} has it answer nothing else
 * </pre>
 */
public final class PracticeApi implements AutoCloseable {

    private static final Logger LOG = LoggerFactory.getLogger(PracticeApi.class);
    private static final int LARGEST_BODY = 100_000;
    private static final int USUAL_REBOOT = 8;
    private static final int LONGEST_REBOOT = 600;

    private final NetworkPlan plan;
    private final Map<String, PracticeDevice> devices;
    private final LiveNetwork network;
    private final MailSink mail;
    private final HttpServer server;
    private final ExecutorService threads = Executors.newFixedThreadPool(4);
    private volatile @Nullable IdentityProvider identity;
    private final JsonMapper json = new JsonMapper();

    public PracticeApi(
            NetworkPlan plan, Map<String, PracticeDevice> devices, LiveNetwork network, MailSink mail, int port)
            throws IOException {
        this.plan = plan;
        this.devices = devices;
        this.network = network;
        this.mail = mail;
        try {
            server = HttpServer.create(new InetSocketAddress(InetAddress.getByName("127.0.0.1"), port), 0);
        } catch (IOException e) {
            threads.shutdown();
            throw new IOException("127.0.0.1 port " + port + ": " + e.getMessage(), e);
        }
        server.setExecutor(threads);
        server.createContext("/api/", this::handle);
    }

    /** @return the port that is listened on */
    public void add(IdentityProvider provider) {
        identity = provider;
    }

    public int start() {
        server.start();
        return server.getAddress().getPort();
    }

    @Override
    public void close() {
        server.stop(0);
        threads.shutdownNow();
    }

    private record Answer(int status, String type, String body) {
        static Answer text(int status, String text) {
            return new Answer(status, "text/plain", text);
        }

        static final Answer DONE = text(204, "");
    }

    private void handle(HttpExchange exchange) throws IOException {
        try (exchange) {
            Answer answer;
            try {
                String[] path = exchange.getRequestURI().getPath().split("/");
                byte[] body = exchange.getRequestBody().readNBytes(LARGEST_BODY + 1);
                answer = body.length > LARGEST_BODY
                        ? Answer.text(413, "The body is too long.")
                        : answer(exchange.getRequestMethod(), path, body);
            } catch (JacksonException e) {
                answer = Answer.text(400, "The body has to be JSON.");
            } catch (Refusal e) {
                answer = Answer.text(409, String.valueOf(e.getMessage()));
            } catch (RuntimeException e) {
                LOG.error("A request failed.", e);
                answer = Answer.text(500, "The practice network has made a mistake; its log tells more.");
            }
            send(exchange, answer);
        }
    }

    private Answer answer(String method, String[] path, byte[] body) {
        String what = method + " " + (path.length > 2 ? path[2] : "");
        if (path.length == 3) {
            return switch (what) {
                case "GET devices" -> jsonAnswer(overview());
                case "GET cabling" -> jsonAnswer(cabling());
                case "GET faults" -> jsonAnswer(faults());
                case "GET identity", "PUT identity" -> identity(method, body);
                case "GET mail" -> jsonAnswer(mail.mails());
                case "DELETE mail" -> {
                    mail.forget();
                    yield Answer.DONE;
                }
                default -> Answer.text(404, "There is no such page.");
            };
        }
        PracticeDevice device = path.length > 3 && path[2].equals("devices") ? devices.get(path[3]) : null;
        if (device == null) {
            return Answer.text(404, "There is no such practice device. GET /api/devices lists them.");
        }
        if (path.length == 6 && path[4].equals("faults")) {
            return fault(method, device, path[5], body);
        }
        return switch (method + " " + (path.length == 5 ? path[4] : "")) {
            case "GET running" -> Answer.text(200, device.running().shown());
            case "GET startup" -> Answer.text(200, device.startup().shown());
            case "POST reboot" -> reboot(device, body);
            case "POST edit" -> edit(device, body);
            default -> Answer.text(404, "There is no such page.");
        };
    }

    private Answer identity(String method, byte[] body) {
        IdentityProvider provider = identity;
        if (provider == null) {
            return Answer.text(404, "No identity provider runs here.");
        }
        if (method.equals("PUT")) {
            provider.away(parse(body).path("away").asBoolean(false));
        }
        return jsonAnswer(Map.of("issuer", provider.issuer(), "away", provider.isAway()));
    }

    private Answer jsonAnswer(Object value) {
        return new Answer(200, "application/json", json.writeValueAsString(value));
    }

    private List<Map<String, Object>> overview() {
        return plan.file().devices().stream()
                .filter(d -> d.address() != null)
                .map(this::overview)
                .toList();
    }

    private Map<String, Object> overview(NetworkFile.Device listed) {
        PracticeDevice device = Objects.requireNonNull(devices.get(listed.name()));
        Map<String, Object> entry = new LinkedHashMap<>();
        entry.put("name", listed.name());
        entry.put("address", listed.address());
        entry.put("platform", listed.platform());
        entry.put("site", listed.site());
        entry.put("role", listed.role());
        entry.put("partner", listed.partner());
        entry.put("off", device.isOff());
        entry.put("reachable", network.isReachable(device) && !device.has(Fault.UNREACHABLE));
        Map<String, String> faults = new LinkedHashMap<>();
        for (Fault fault : Fault.values()) {
            device.fault(fault).ifPresent(match -> faults.put(fault.name(), match));
        }
        entry.put("faults", faults);
        return entry;
    }

    private Map<String, Object> cabling() {
        List<Map<String, Object>> links = plan.file().links().stream()
                .map(l -> Map.<String, Object>of("one", end(l.one()), "other", end(l.other())))
                .toList();
        List<Map<String, Object>> hosts = plan.file().hosts().stream()
                .map(h -> {
                    Map<String, Object> host = new LinkedHashMap<>();
                    host.put("name", h.name());
                    host.put("address", String.valueOf(h.address()));
                    host.put("gateway", h.gateway() == null ? null : h.gateway().toString());
                    host.put("at", end(h.port()));
                    return host;
                })
                .toList();
        return Map.of("links", links, "hosts", hosts);
    }

    private static Map<String, String> end(Port port) {
        return Map.of("device", port.device(), "port", port.name());
    }

    private static List<Map<String, Object>> faults() {
        return Arrays.stream(Fault.values())
                .map(fault -> {
                    Map<String, Object> entry = new LinkedHashMap<>();
                    entry.put("name", fault.name());
                    entry.put("title", fault.title());
                    entry.put("meaning", fault.meaning());
                    entry.put("match", fault.match());
                    return entry;
                })
                .toList();
    }

    private Answer fault(String method, PracticeDevice device, String name, byte[] body) {
        Fault fault = Arrays.stream(Fault.values())
                .filter(f -> f.name().equals(name))
                .findFirst()
                .orElse(null);
        if (fault == null) {
            return Answer.text(404, "Known faults: " + List.of(Fault.values()) + ".");
        }
        switch (method) {
            case "PUT" -> device.switchOn(fault, parse(body).path("match").asString(""));
            case "DELETE" -> device.switchOff(fault);
            default -> {
                return Answer.text(405, "PUT switches a fault on, DELETE switches it off.");
            }
        }
        network.changed();
        return Answer.DONE;
    }

    private JsonNode parse(byte[] body) {
        return json.readTree(body.length == 0 ? "{}".getBytes(StandardCharsets.UTF_8) : body);
    }

    private Answer reboot(PracticeDevice device, byte[] body) {
        int seconds = parse(body).path("seconds").asInt(USUAL_REBOOT);
        if (seconds < 1 || seconds > LONGEST_REBOOT) {
            return Answer.text(400, "The power can be away for 1 to " + LONGEST_REBOOT + " seconds.");
        }
        device.reboot(Duration.ofSeconds(seconds));
        network.changed();
        return Answer.DONE;
    }

    private Answer edit(PracticeDevice device, byte[] body) {
        String lines = parse(body).path("lines").asString("");
        if (lines.isBlank()) {
            return Answer.text(
                    400, "Give the lines that somebody types, such as {\"lines\": \"interface port 1\\n  mtu 1400\"}.");
        }
        device.noteLogIn(parse(body).path("account").asString("nightshift"), "10.77.8.77");
        switch (device.platform()) {
            case "corvane-cli" -> typed(device, lines);
            case "haldrin-netconf" ->
                device.change(c -> applied((TreeConfiguration) c, XmlData.edits(XmlData.parse(lines))));
            default ->
                device.change(c -> {
                    TreeConfiguration tree = (TreeConfiguration) c;
                    return applied(
                            tree,
                            JsonData.edits(JsonData.parse(lines), tree.root().schema()));
                });
        }
        network.changed();
        return Answer.DONE;
    }

    private static @Nullable Object applied(TreeConfiguration tree, List<Edit> edits) {
        tree.apply(edits, "merge", line -> false);
        return null;
    }

    private void typed(PracticeDevice device, String lines) {
        CommandInterpreter hand = new CommandInterpreter(device, network);
        hand.take("configure");
        for (String line : lines.split("\n")) {
            if (!line.startsWith(" ") && !hand.prompt().endsWith("@ configure] ")) {
                hand.take("leave");
            }
            String answer = hand.take(line);
            if (!answer.isEmpty()) {
                throw new Refusal(answer);
            }
        }
    }

    private static void send(HttpExchange exchange, Answer answer) throws IOException {
        byte[] bytes = answer.body().getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", answer.type() + "; charset=utf-8");
        exchange.sendResponseHeaders(answer.status(), bytes.length == 0 ? -1 : bytes.length);
        if (bytes.length > 0) {
            exchange.getResponseBody().write(bytes);
        }
    }
}
