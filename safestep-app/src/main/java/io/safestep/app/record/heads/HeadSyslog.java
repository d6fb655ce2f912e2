package io.safestep.app.record.heads;

import io.safestep.app.settings.RecordSettings;
import io.safestep.core.record.RecordHead;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import org.springframework.stereotype.Component;

/**
 * Heads as messages to a log server (RFC 5424), over UDP (RFC 5426) or TCP (RFC 6587, section 3.4.1, octets counted). Over UDP
 * nobody says whether one has arrived.
 */
@Component
class HeadSyslog implements HeadWriter {

    /** Facility 13 (log audit), severity 6 (informational): RFC 5424, section 6.2.1. */
    private static final int PRIORITY = 13 * 8 + 6;

    private static final int PATIENCE_MILLIS = 5_000;
    private static final int USUAL_PORT = 514;

    private final String server;

    HeadSyslog(RecordSettings settings) {
        this.server = settings.syslog().strip();
        if (!server.isEmpty() && !server.matches("(udp|tcp)://[^/\\s:]+(:\\d{1,5})?")) {
            throw new IllegalArgumentException(
                    "SAFESTEP_RECORD_SYSLOG is a log server as udp://host:port or tcp://host:port, not " + server
                            + ".");
        }
    }

    @Override
    public HeadPlace place() {
        return HeadPlace.SYSLOG;
    }

    @Override
    public boolean isOn() {
        return !server.isEmpty();
    }

    @Override
    public String where() {
        return server;
    }

    @Override
    public Duration every() {
        return Duration.ofHours(1);
    }

    static byte[] message(RecordHead head, Instant at, String host) {
        return ("<" + PRIORITY + ">1 " + at + " " + host + " safe-step - HEAD - " + head.written())
                .getBytes(StandardCharsets.UTF_8);
    }

    @Override
    public void write(RecordHead head, Instant at) {
        URI to = URI.create(server);
        int port = to.getPort() < 0 ? USUAL_PORT : to.getPort();
        try {
            byte[] message = message(head, at, InetAddress.getLocalHost().getHostName());
            if ("udp".equals(to.getScheme())) {
                try (DatagramSocket socket = new DatagramSocket()) {
                    socket.send(new DatagramPacket(message, message.length, InetAddress.getByName(to.getHost()), port));
                }
            } else {
                try (Socket socket = new Socket()) {
                    socket.connect(new InetSocketAddress(to.getHost(), port), PATIENCE_MILLIS);
                    socket.getOutputStream().write((message.length + " ").getBytes(StandardCharsets.US_ASCII));
                    socket.getOutputStream().write(message);
                    socket.getOutputStream().flush();
                }
            }
        } catch (IOException e) {
            throw new NotWritten("The log server " + server + " did not take it.", e);
        }
    }
}
