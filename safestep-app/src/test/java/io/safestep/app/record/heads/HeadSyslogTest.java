package io.safestep.app.record.heads;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.app.settings.RecordSettings;
import io.safestep.core.record.RecordHead;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

/** Heads on their way to log servers, over real sockets. */
class HeadSyslogTest {

    private static final RecordHead HEAD = new RecordHead(1204, "0123456789abcdef".repeat(4));
    private static final Instant AT = Instant.parse("2026-12-02T03:00:00Z");
    private static final int PATIENCE_MILLIS = 10_000;

    private static HeadSyslog to(String server) {
        return new HeadSyslog(new RecordSettings("none", server));
    }

    private static void assertMessage(String text) {
        assertThat(text).startsWith("<110>1 2026-12-02T03:00:00Z ").endsWith(" safe-step - HEAD - " + HEAD.written());
    }

    @Test
    void aMessageGoesOverUdp() throws IOException {
        try (DatagramSocket server = new DatagramSocket(0, InetAddress.getLoopbackAddress())) {
            server.setSoTimeout(PATIENCE_MILLIS);
            to("udp://127.0.0.1:" + server.getLocalPort()).write(HEAD, AT);
            DatagramPacket packet = new DatagramPacket(new byte[2048], 2048);
            server.receive(packet);
            assertMessage(new String(packet.getData(), 0, packet.getLength(), StandardCharsets.UTF_8));
        }
    }

    @Test
    void aMessageGoesOverTcpWithItsLengthBeforeIt() throws Exception {
        try (ServerSocket server = new ServerSocket()) {
            server.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0));
            CompletableFuture<String> heard = CompletableFuture.supplyAsync(() -> {
                try (Socket peer = server.accept()) {
                    return new String(peer.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
                } catch (IOException e) {
                    throw new java.io.UncheckedIOException(e);
                }
            });
            to("tcp://127.0.0.1:" + server.getLocalPort()).write(HEAD, AT);
            String text = heard.get(PATIENCE_MILLIS, TimeUnit.MILLISECONDS);
            int space = text.indexOf(' ');
            assertThat(text.substring(space + 1)).hasSize(Integer.parseInt(text.substring(0, space)));
            assertMessage(text.substring(space + 1));
        }
    }

    @Test
    void aServerThatIsAwayIsNamed() throws IOException {
        int free;
        try (ServerSocket server = new ServerSocket(0)) {
            free = server.getLocalPort();
        }
        assertThatThrownBy(() -> to("tcp://127.0.0.1:" + free).write(HEAD, AT))
                .isInstanceOf(HeadWriter.NotWritten.class)
                .hasMessage("The log server tcp://127.0.0.1:" + free + " did not take it.");
    }

    @Test
    void whatIsNoLogServerIsRefusedAtTheStart() {
        assertThat(to("").isOn()).isFalse();
        assertThat(to("udp://logs.example.org").isOn()).isTrue();
        for (String wrong : new String[] {"logs.example.org", "http://logs", "udp://", "udp://a:b"}) {
            assertThatThrownBy(() -> to(wrong)).as(wrong).hasMessageContaining("SAFESTEP_RECORD_SYSLOG");
        }
    }
}
