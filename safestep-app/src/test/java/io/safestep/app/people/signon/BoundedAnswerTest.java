package io.safestep.app.people.signon;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpServer;
import io.safestep.app.people.signon.Discovery.NoProviderException;
import io.safestep.app.people.stored.ProviderSettings;
import io.safestep.core.people.RoleMapping;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.atomic.AtomicBoolean;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.web.client.RestClient;
import org.springframework.web.client.RestClientException;

/** What an identity provider sends, by real HTTP on loopback. */
class BoundedAnswerTest {

    private static final byte[] PART = "x".repeat(64 * 1024).getBytes(StandardCharsets.US_ASCII);
    private static final int MANY_PARTS = 2000;

    private final AtomicBoolean hungUp = new AtomicBoolean();
    private HttpServer server;

    @BeforeEach
    void start() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/small", exchange -> {
            byte[] body = "{\"issuer\":\"me\"}".getBytes(StandardCharsets.US_ASCII);
            exchange.getResponseHeaders().add("Content-Type", "application/json");
            exchange.sendResponseHeaders(200, body.length);
            exchange.getResponseBody().write(body);
            exchange.close();
        });
        server.createContext("/elsewhere", exchange -> {
            exchange.getResponseHeaders().add("Location", at("/small"));
            exchange.sendResponseHeaders(302, -1);
            exchange.close();
        });
        server.createContext("/", exchange -> {
            exchange.getResponseHeaders().add("Content-Type", "application/json");
            exchange.sendResponseHeaders(200, 0);
            try (OutputStream out = exchange.getResponseBody()) {
                out.write("{\"issuer\":\"".getBytes(StandardCharsets.US_ASCII));
                for (int i = 0; i < MANY_PARTS; i++) {
                    out.write(PART);
                }
            } catch (IOException e) {
                hungUp.set(true);
            }
        });
        server.start();
    }

    @AfterEach
    void stop() {
        server.stop(0);
    }

    private String at(String path) {
        return "http://127.0.0.1:" + server.getAddress().getPort() + path;
    }

    private static RestClient client() {
        return RestClient.builder().requestFactory(ProviderHttp.requests()).build();
    }

    private String asked(String path) {
        return client().get().uri(URI.create(at(path))).retrieve().body(String.class);
    }

    @Test
    void anAnswerOfUsualLengthIsReadWhole() {
        assertThat(asked("/small")).isEqualTo("{\"issuer\":\"me\"}");
    }

    @Test
    void anAnswerWithoutEndIsNotKept() {
        assertThatThrownBy(() -> asked("/endless"))
                .isInstanceOf(RestClientException.class)
                .rootCause()
                .hasMessage("The answer is longer than 1048576 bytes.");
        Awaitility.await().untilTrue(hungUp);
    }

    @Test
    void nobodyIsLedElsewhere() {
        int status = client().get()
                .uri(URI.create(at("/elsewhere")))
                .exchange((request, answer) -> answer.getStatusCode().value());
        assertThat(status).isEqualTo(302);
    }

    @Test
    void aProviderThatSendsWithoutEndIsSaidToBeNone() {
        ProviderSettings settings = new ProviderSettings(
                "Endless", at(""), "safe-step", "", "sub", null, "groups", false, RoleMapping.NOTHING);
        assertThatThrownBy(() -> new Discovery().ask("endless", settings, null))
                .isInstanceOf(NoProviderException.class)
                .hasMessageStartingWith("It does not answer, or not as an identity provider does")
                .hasMessageContaining("longer than");
    }
}
