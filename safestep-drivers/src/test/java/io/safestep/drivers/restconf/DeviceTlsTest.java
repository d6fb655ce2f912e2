package io.safestep.drivers.restconf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.core.platform.ShippedProfiles;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.testing.PracticeAtFreePort;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.util.Base64;
import java.util.Locale;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLSocket;
import javax.net.ssl.TrustManager;
import javax.net.ssl.X509TrustManager;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Handshakes with a practice device that speaks HTTPS. */
class DeviceTlsTest {

    private static final String HOST = "127.77.0.5";
    private static final String PATH = "/restconf/data/ostrel-state:platform";

    @TempDir
    static Path folder;

    private static PracticeAtFreePort practice;

    @BeforeAll
    static void start() throws Exception {
        practice = PracticeAtFreePort.start(folder);
    }

    @AfterAll
    static void stop() {
        practice.close();
    }

    private static void sayHello(ServerSocket server) {
        try (Socket caller = server.accept()) {
            caller.getInputStream().read();
            caller.getOutputStream().write("220 mail.example ready\r\n".getBytes(StandardCharsets.US_ASCII));
            caller.shutdownOutput();
            caller.getInputStream().readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static HttpChannel channel(String pinned) {
        return channel(HOST, practice.port(), pinned);
    }

    private static HttpChannel channel(String host, int port, String pinned) {
        return new HttpChannel(
                new DeviceTarget(
                        "ops-fw-a",
                        "a site",
                        host,
                        port,
                        ShippedProfiles.ostrel(),
                        "safestep",
                        "harbour-light-1",
                        pinned),
                new TimeLimits(Duration.ofSeconds(60), Duration.ofSeconds(60), Duration.ofSeconds(60)));
    }

    /** Another library sees the same: what is pinned stays valid, whichever of them looks. */
    @Test
    void theKeyIsWrittenAsTheRuntimeItselfWouldWriteIt() throws Exception {
        KeyAsShown shown = new KeyAsShown();
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, new TrustManager[] {shown}, null);
        try (SSLSocket socket = (SSLSocket) context.getSocketFactory().createSocket(HOST, practice.port())) {
            socket.startHandshake();
        }

        try (HttpChannel channel = channel(null)) {
            assertThat(channel.send("GET", PATH, null, null).status()).isEqualTo(200);
            assertThat(channel.certificateKey()).isEqualTo(shown.key);
        }
    }

    /** A session that were taken up again would not show it. */
    @Test
    void everyChannelIsShownTheKey() throws DeviceException {
        String first = null;
        for (int i = 0; i < 3; i++) {
            try (HttpChannel channel = channel(first)) {
                channel.send("GET", PATH, null, null);
                assertThat(channel.certificateKey()).as("channel %d", i).isNotNull();
                first = channel.certificateKey();
            }
        }
    }

    @Test
    void anotherKeyThanTheExpectedEndsTheHandshakeEvenAfterAGoodOne() throws Exception {
        KeyPair other = KeyPairGenerator.getInstance("EC").generateKeyPair();
        String pinned =
                "tls-ec " + Base64.getEncoder().encodeToString(other.getPublic().getEncoded());
        try (HttpChannel good = channel(null);
                HttpChannel changed = channel(pinned)) {
            good.send("GET", PATH, null, null);

            assertThatThrownBy(() -> changed.send("GET", PATH, null, null))
                    .isInstanceOfSatisfying(DeviceException.class, e -> {
                        assertThat(e.reason()).isEqualTo(Reason.HOST_KEY_CHANGED);
                        assertThat(e.shownHostKey()).isEqualTo(good.certificateKey());
                    });
        }
    }

    @Test
    void whatSpeaksNoTlsIsToldAsThat() throws Exception {
        try (ServerSocket other = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            Thread speaking = new Thread(() -> sayHello(other));
            speaking.start();
            try (HttpChannel channel = channel("127.0.0.1", other.getLocalPort(), null)) {
                assertThatThrownBy(() -> channel.send("GET", PATH, null, null))
                        .isInstanceOfSatisfying(
                                DeviceException.class,
                                e -> assertThat(e.reason()).as(e.getMessage()).isEqualTo(Reason.NOT_POSSIBLE));
            }
            speaking.join();
        }
    }

    @Test
    void aThreadThatExpectsNothingTrustsNobody() throws Exception {
        PinnedCertificate certificate = new PinnedCertificate(null);
        try (Socket socket = new Socket(HOST, practice.port())) {
            assertThatThrownBy(
                            () -> DeviceTls.strategyFor(certificate).upgrade(socket, HOST, practice.port(), null, null))
                    .isInstanceOf(IOException.class)
                    .hasStackTraceContaining("Nobody said which key is expected.");
        }
        assertThat(certificate.shown()).isNull();
    }

    private static final class KeyAsShown implements X509TrustManager {
        private String key;

        @Override
        public void checkServerTrusted(X509Certificate[] chain, String type) {
            key = "tls-" + chain[0].getPublicKey().getAlgorithm().toLowerCase(Locale.ROOT) + " "
                    + Base64.getEncoder().encodeToString(chain[0].getPublicKey().getEncoded());
        }

        @Override
        public void checkClientTrusted(X509Certificate[] chain, String type) {
            throw new UnsupportedOperationException("no server here");
        }

        @Override
        public X509Certificate[] getAcceptedIssuers() {
            return new X509Certificate[0];
        }
    }
}
