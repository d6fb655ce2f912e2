package io.safestep.practice.log;

import io.safestep.practice.device.PracticeDevice;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Log messages (RFC 5424) that devices send over UDP (RFC 5426) when their configuration is changed, each from its own
 * loopback address to a port on 127.0.0.1. Devices that have no log server in their configuration send none.
 */
public final class LogMessages implements AutoCloseable {

    private static final Logger LOG = LoggerFactory.getLogger(LogMessages.class);

    /** What a maker's devices say. */
    private static final Map<String, String> WORDS = Map.of(
            "corvane-cli", "configuration changed",
            "haldrin-netconf", "configuration-changed",
            "ostrel-restconf", "config changed");

    /** Facility local7, severity notice. */
    private static final int PRIORITY = 23 * 8 + 5;

    private final int port;
    private final List<Runnable> ends = new ArrayList<>();
    private final ExecutorService thread = Executors.newSingleThreadExecutor(runnable -> {
        Thread sending = new Thread(runnable, "log-messages");
        sending.setDaemon(true);
        return sending;
    });

    /** @param port on 127.0.0.1 to which messages go */
    public LogMessages(int port) {
        this.port = port;
    }

    /** @param listenAddress the loopback address at which the device listens */
    public void announce(PracticeDevice device, String listenAddress) {
        Runnable telling = () -> thread.execute(() -> send(device, listenAddress));
        device.onEdit(telling);
        ends.add(() -> device.noLongerOnEdit(telling));
    }

    private void send(PracticeDevice device, String listenAddress) {
        if (!device.running().described().contains("log-server")) {
            return;
        }
        String text = "<" + PRIORITY + ">1 " + Instant.now().truncatedTo(ChronoUnit.MILLIS) + " " + device.hostname()
                + " config - - - " + WORDS.get(device.platform());
        byte[] octets = text.getBytes(StandardCharsets.UTF_8);
        try (DatagramSocket socket = new DatagramSocket(new InetSocketAddress(listenAddress, 0))) {
            socket.send(new DatagramPacket(octets, octets.length, InetAddress.getLoopbackAddress(), port));
        } catch (IOException e) {
            LOG.debug("{} could not send a log message: {}", device.name(), e.getMessage());
        }
    }

    @Override
    public void close() {
        ends.forEach(Runnable::run);
        thread.shutdownNow();
    }
}
