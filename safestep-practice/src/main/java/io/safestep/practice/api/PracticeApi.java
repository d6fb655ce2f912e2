package io.safestep.practice.api;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import io.safestep.practice.device.Fault;
import io.safestep.practice.device.PracticeDevice;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The API of the practice network, on 127.0.0.1 only.
 *
 * <pre>
 * GET    /api/devices                        names, addresses, faults
 * GET    /api/devices/NAME/running           what the device really holds, as text
 * GET    /api/devices/NAME/startup           what it would hold after a reboot, as text
 * PUT    /api/devices/NAME/faults/FAULT      {"match": "text in the line"} switches a fault on
 * DELETE /api/devices/NAME/faults/FAULT      switches it off
 * </pre>
 */
public final class PracticeApi implements AutoCloseable {

    private static final int LARGEST_BODY = 10_000;

    private final Map<String, PracticeDevice> devices;
    private final HttpServer server;
    private final ExecutorService threads = Executors.newFixedThreadPool(4);
    private final JsonMapper json = new JsonMapper();

    public PracticeApi(Map<String, PracticeDevice> devices, int port) throws IOException {
        this.devices = devices;
        try {
            server = HttpServer.create(new InetSocketAddress(InetAddress.getByName("127.0.0.1"), port), 0);
        } catch (IOException e) {
            threads.shutdown();
            throw new IOException("127.0.0.1 port " + port + ": " + e.getMessage(), e);
        }
        server.setExecutor(threads);
        server.createContext("/api/devices", this::handle);
    }

    /** @return the port that is listened on */
    public int start() {
        server.start();
        return server.getAddress().getPort();
    }

    @Override
    public void close() {
        server.stop(0);
        threads.shutdownNow();
    }

    private void handle(HttpExchange exchange) throws IOException {
        try (exchange) {
            String[] path = exchange.getRequestURI().getPath().split("/");
            if (path.length == 3 && exchange.getRequestMethod().equals("GET")) {
                answer(exchange, 200, "application/json", json.writeValueAsString(overview()));
                return;
            }
            PracticeDevice device = path.length > 3 ? devices.get(path[3]) : null;
            if (device == null) {
                answer(exchange, 404, "text/plain", "There is no such practice device. GET /api/devices lists them.");
            } else if (path.length == 5 && exchange.getRequestMethod().equals("GET")) {
                configuration(exchange, device, path[4]);
            } else if (path.length == 6 && path[4].equals("faults")) {
                fault(exchange, device, path[5]);
            } else {
                answer(exchange, 404, "text/plain", "There is no such page.");
            }
        }
    }

    private List<Map<String, Object>> overview() {
        return devices.values().stream()
                .map(device -> {
                    Map<String, Object> entry = new LinkedHashMap<>();
                    entry.put("name", device.name());
                    entry.put("address", device.address());
                    Map<String, String> faults = new LinkedHashMap<>();
                    for (Fault fault : Fault.values()) {
                        device.fault(fault).ifPresent(match -> faults.put(fault.name(), match));
                    }
                    entry.put("faults", faults);
                    return entry;
                })
                .toList();
    }

    private void configuration(HttpExchange exchange, PracticeDevice device, String which) throws IOException {
        switch (which) {
            case "running" ->
                answer(exchange, 200, "text/plain", device.running().shown());
            case "startup" ->
                answer(exchange, 200, "text/plain", device.startup().shown());
            default -> answer(exchange, 404, "text/plain", "A device has running and startup.");
        }
    }

    private void fault(HttpExchange exchange, PracticeDevice device, String name) throws IOException {
        Fault fault;
        try {
            fault = Fault.valueOf(name);
        } catch (IllegalArgumentException e) {
            answer(exchange, 404, "text/plain", "Known faults: " + List.of(Fault.values()) + ".");
            return;
        }
        switch (exchange.getRequestMethod()) {
            case "PUT" -> {
                try {
                    byte[] body = exchange.getRequestBody().readNBytes(LARGEST_BODY);
                    JsonNode match = json.readTree(body).path("match");
                    device.switchOn(fault, match.asString(""));
                    answer(exchange, 204, "text/plain", "");
                } catch (JacksonException e) {
                    answer(exchange, 400, "text/plain", "The body has to be JSON such as {\"match\": \"address\"}.");
                }
            }
            case "DELETE" -> {
                device.switchOff(fault);
                answer(exchange, 204, "text/plain", "");
            }
            default -> answer(exchange, 405, "text/plain", "PUT switches a fault on, DELETE switches it off.");
        }
    }

    private static void answer(HttpExchange exchange, int status, String type, String body) throws IOException {
        byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", type + "; charset=utf-8");
        exchange.sendResponseHeaders(status, bytes.length == 0 ? -1 : bytes.length);
        if (bytes.length > 0) {
            exchange.getResponseBody().write(bytes);
        }
    }
}
