package io.safestep.practice.gate;

import io.safestep.practice.device.Fault;
import io.safestep.practice.device.PracticeDevice;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.channels.ClosedSelectorException;
import java.nio.channels.SelectionKey;
import java.nio.channels.Selector;
import java.nio.channels.ServerSocketChannel;
import java.nio.channels.SocketChannel;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Takes the connections of all devices, each at its own loopback address, and hands their bytes to one server that acts
 * for all devices of a family. In between it does what a network does: while a device can't be reached nothing gets
 * through, a slow one answers late, and a reboot ends every connection.
 */
public final class DeviceGate implements AutoCloseable {

    private static final Logger LOG = LoggerFactory.getLogger(DeviceGate.class);
    /** Connections that may wait to be taken, at a device and behind the gate. */
    public static final int BACKLOG = 512;

    private final Predicate<PracticeDevice> reachable;
    private final Selector selector;
    private final ExecutorService pumps = Executors.newCachedThreadPool(runnable -> {
        Thread thread = new Thread(runnable, "gate-pump");
        thread.setDaemon(true);
        return thread;
    });
    private final InnerPorts innerPorts = new InnerPorts();
    private volatile boolean closed;

    /** @param reachable whether packets get from the watch room to a device and back */
    public DeviceGate(Predicate<PracticeDevice> reachable) throws IOException {
        this.reachable = reachable;
        this.selector = Selector.open();
    }

    /**
     * The server that acts for devices of a family.
     *
     * @param port on 127.0.0.1
     * @param speaksFirst whether it says something before its caller does, as a server of SSH does
     */
    public record InnerServer(int port, boolean speaksFirst) {}

    private record Listener(PracticeDevice device, ServerSocketChannel channel, InnerServer server) {}

    /**
     * Listens for a device.
     *
     * @param server acts for it
     * @throws IOException when the address and port can't be listened on
     */
    public void listen(PracticeDevice device, String address, int port, InnerServer server) throws IOException {
        ServerSocketChannel channel = ServerSocketChannel.open();
        try {
            channel.bind(new InetSocketAddress(InetAddress.getByName(address), port), BACKLOG);
            channel.configureBlocking(false);
            channel.register(selector, SelectionKey.OP_ACCEPT, new Listener(device, channel, server));
        } catch (IOException e) {
            channel.close();
            throw new IOException(address + " port " + port + ": " + e.getMessage(), e);
        }
    }

    /** Begins to take connections. */
    public void start() {
        Thread thread = new Thread(this::acceptAll, "gate");
        thread.setDaemon(true);
        thread.start();
    }

    /** The device for which an inner server was called from a port of 127.0.0.1; null when the gate did not call. */
    public @Nullable PracticeDevice deviceCallingFrom(int port) {
        return innerPorts.deviceAt(port);
    }

    private void acceptAll() {
        while (!closed) {
            try {
                selector.select();
                for (SelectionKey key : selector.selectedKeys()) {
                    Listener listener = (Listener) key.attachment();
                    SocketChannel accepted = key.isValid() ? listener.channel().accept() : null;
                    if (accepted != null) {
                        take(listener, accepted);
                    }
                }
                selector.selectedKeys().clear();
            } catch (ClosedSelectorException e) {
                return;
            } catch (IOException e) {
                LOG.warn("A connection could not be taken: {}", e.getMessage());
            }
        }
    }

    private void take(Listener listener, SocketChannel accepted) {
        pumps.execute(() -> {
            try (Socket outer = accepted.socket();
                    Socket inner = new Socket()) {
                serve(listener, outer, inner);
            } catch (IOException e) {
                LOG.debug("A connection of {} ended: {}", listener.device().name(), e.getMessage());
            }
        });
    }

    private void serve(Listener listener, Socket outer, Socket inner) throws IOException {
        PracticeDevice device = listener.device();
        Passage passage = new Passage(device, reachable, device.boots());
        outer.setTcpNoDelay(true);
        if (!passage.awaitOpen(outer) || device.closesConnection()) {
            return;
        }
        // Who only wants to hear whether somebody speaks here needs no server.
        byte[] opening = listener.server().speaksFirst() ? new byte[0] : Passage.opening(outer);
        if (opening == null) {
            return;
        }
        int innerPort = innerPorts.bind(inner, device);
        try {
            inner.setTcpNoDelay(true);
            inner.connect(new InetSocketAddress(
                    InetAddress.getLoopbackAddress(), listener.server().port()));
            if (!passage.carry(opening, outer, inner)) {
                return;
            }
            pumps.execute(() -> {
                try {
                    passage.pump(outer, inner, false);
                } catch (IOException e) {
                    LOG.debug("The way to {} ended: {}", device.name(), e.getMessage());
                }
            });
            passage.pump(inner, outer, true);
        } finally {
            innerPorts.release(innerPort);
        }
    }

    @Override
    public void close() {
        closed = true;
        try {
            for (SelectionKey key : selector.keys()) {
                key.channel().close();
            }
            selector.close();
        } catch (IOException e) {
            throw new UncheckedIOException("The practice devices could not be stopped.", e);
        } finally {
            pumps.shutdownNow();
        }
    }

    /** Whether the fault that cuts a device off is on. */
    static boolean cutOff(PracticeDevice device) {
        return device.has(Fault.UNREACHABLE);
    }
}
