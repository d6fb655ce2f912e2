package io.safestep.practice.restconf;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpsConfigurator;
import com.sun.net.httpserver.HttpsServer;
import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.device.SessionDropped;
import io.safestep.practice.gate.DeviceGate;
import io.safestep.practice.network.LiveNetwork;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.util.Base64;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import javax.net.ssl.KeyManager;
import javax.net.ssl.SSLContext;

/** RESTCONF over HTTPS (RFC 8040) for all Ostrel devices, with basic authentication. The front door of this package. */
public final class RestconfServer implements AutoCloseable {

    private static final int LARGEST_BODY = 4 * 1024 * 1024;

    private final DeviceGate gate;
    private final HttpsServer server;
    private final RestconfResources resources;
    private final ExecutorService threads = Executors.newCachedThreadPool(runnable -> {
        Thread thread = new Thread(runnable, "restconf");
        thread.setDaemon(true);
        return thread;
    });

    public RestconfServer(DeviceGate gate, LiveNetwork network, Path keyFolder) throws IOException {
        this.gate = gate;
        this.resources = new RestconfResources(network);
        // Its answers are sent in two pieces: the second must not wait until the first is acknowledged.
        System.setProperty("sun.net.httpserver.nodelay", "true");
        // Every device keeps its own idle connections: by default 200 are kept for all of them together.
        System.setProperty("sun.net.httpserver.maxIdleConnections", "20000");
        server = HttpsServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), DeviceGate.BACKLOG);
        try {
            SSLContext context = SSLContext.getInstance("TLS");
            context.init(new KeyManager[] {new Certificates(keyFolder, gate::deviceCallingFrom)}, null, null);
            server.setHttpsConfigurator(new HttpsConfigurator(context));
        } catch (GeneralSecurityException e) {
            throw new IOException("HTTPS can't be set up: " + e.getMessage(), e);
        }
        server.setExecutor(threads);
        server.createContext("/", this::handle);
    }

    /** @return the port on 127.0.0.1 */
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
            PracticeDevice device =
                    gate.deviceCallingFrom(exchange.getRemoteAddress().getPort());
            RestconfAnswer answer;
            if (device == null || !mayEnter(device, exchange)) {
                exchange.getResponseHeaders().set("WWW-Authenticate", "Basic realm=\"device\"");
                answer = RestconfAnswer.error(401, "access-denied", null, "The log-in is refused.");
            } else {
                byte[] body = exchange.getRequestBody().readNBytes(LARGEST_BODY + 1);
                answer = body.length > LARGEST_BODY
                        ? RestconfAnswer.error(413, "too-big", null, "The body is too long.")
                        : resources.answer(device, request(exchange, body));
            }
            send(exchange, answer);
        } catch (SessionDropped e) {
            // Closing the exchange without an answer ends the connection.
            exchange.close();
        }
    }

    private static RestconfRequest request(HttpExchange exchange, byte[] body) {
        return new RestconfRequest(
                exchange.getRequestMethod(),
                exchange.getRequestURI().getRawPath(),
                new String(body, StandardCharsets.UTF_8),
                exchange.getRequestHeaders().getFirst("Content-Type"),
                exchange.getRequestHeaders().getFirst("If-Match"));
    }

    private static boolean mayEnter(PracticeDevice device, HttpExchange exchange) {
        String header = exchange.getRequestHeaders().getFirst("Authorization");
        if (header == null || !header.startsWith("Basic ")) {
            return false;
        }
        try {
            String[] parts =
                    new String(Base64.getDecoder().decode(header.substring(6)), StandardCharsets.UTF_8).split(":", 2);
            return parts.length == 2
                    && device.accepts(
                            parts[0],
                            parts[1],
                            exchange.getRemoteAddress().getAddress().getHostAddress());
        } catch (IllegalArgumentException e) {
            return false;
        }
    }

    private static void send(HttpExchange exchange, RestconfAnswer answer) throws IOException {
        byte[] bytes = answer.body() == null ? new byte[0] : answer.body().getBytes(StandardCharsets.UTF_8);
        if (bytes.length > 0) {
            exchange.getResponseHeaders().set("Content-Type", "application/yang-data+json");
        }
        if (answer.entityTag() != null) {
            exchange.getResponseHeaders().set("ETag", answer.entityTag());
        }
        if (answer.allow() != null) {
            exchange.getResponseHeaders().set("Allow", answer.allow());
        }
        boolean silent = bytes.length == 0 || exchange.getRequestMethod().equals("HEAD");
        exchange.sendResponseHeaders(answer.status(), silent ? -1 : bytes.length);
        if (!silent) {
            exchange.getResponseBody().write(bytes);
        }
    }
}
