package io.safestep.app.hearing;

import io.safestep.app.settings.LogSettings;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetSocketAddress;
import java.net.SocketException;
import java.nio.charset.StandardCharsets;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Hears the log messages of devices. What is heard is only a hint to look: nothing in it is believed. */
@Component
class LogListener implements AutoCloseable {

    private static final Logger LOG = LoggerFactory.getLogger(LogListener.class);
    private static final int LARGEST = 8_192;

    private final LogSettings settings;
    private final Hints hints;
    private volatile @Nullable DatagramSocket socket;

    LogListener(LogSettings settings, Hints hints) {
        this.settings = settings;
        this.hints = hints;
    }

    /** @return the port at which it is listened; 0 when it is not */
    int port() {
        DatagramSocket opened = socket;
        return opened == null ? 0 : opened.getLocalPort();
    }

    @EventListener(ApplicationReadyEvent.class)
    void listen() {
        if (settings.port() == 0) {
            return;
        }
        DatagramSocket opened;
        try {
            opened = new DatagramSocket(new InetSocketAddress(settings.address(), Math.max(0, settings.port())));
        } catch (SocketException e) {
            LOG.error(
                    "Log messages of devices are not heard: {} port {} can't be listened on: {}",
                    settings.address(),
                    settings.port(),
                    e.getMessage());
            return;
        }
        socket = opened;
        Thread thread = new Thread(() -> hear(opened), "log-listener");
        thread.setDaemon(true);
        thread.start();
    }

    private void hear(DatagramSocket from) {
        byte[] buffer = new byte[LARGEST];
        while (!from.isClosed()) {
            DatagramPacket packet = new DatagramPacket(buffer, buffer.length);
            try {
                from.receive(packet);
                hints.heard(
                        packet.getAddress().getHostAddress(),
                        new String(packet.getData(), 0, packet.getLength(), StandardCharsets.UTF_8));
            } catch (IOException e) {
                if (!from.isClosed()) {
                    throw new UncheckedIOException("Log messages of devices are not heard any more.", e);
                }
            } catch (RuntimeException e) {
                // One message must not keep the next from being heard.
                LOG.error("A log message from {} could not be looked at.", packet.getAddress(), e);
            }
        }
    }

    @Override
    public void close() {
        if (socket != null) {
            socket.close();
        }
    }
}
