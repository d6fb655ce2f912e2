package io.safestep.practice.gate;

import io.safestep.practice.device.PracticeDevice;
import java.io.IOException;
import java.net.BindException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The ports of 127.0.0.1 from which the gate calls the servers behind it: by its port a server knows for which device a
 * connection is. They are taken in turns, because the system looks through all ports that were in use a minute ago when
 * it has to pick one itself, which takes longer than everything else with thousands of connections.
 */
final class InnerPorts {

    private static final Logger LOG = LoggerFactory.getLogger(InnerPorts.class);

    /** Below the ports that systems pick from themselves. */
    private static final int FIRST = 10_000;

    private static final int COUNT = 22_000;

    private final AtomicInteger next = new AtomicInteger();
    private final Map<Integer, PracticeDevice> taken = new ConcurrentHashMap<>();

    /** @return the port, which stays this device's until it is released */
    int bind(Socket socket, PracticeDevice device) throws IOException {
        socket.setReuseAddress(true);
        for (int i = 0; i < COUNT; i++) {
            int port = FIRST + Math.floorMod(next.getAndIncrement(), COUNT);
            if (taken.putIfAbsent(port, device) != null) {
                continue;
            }
            boolean bound = false;
            try {
                socket.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), port));
                bound = true;
                return port;
            } catch (BindException e) {
                LOG.debug("Port {} of 127.0.0.1 is somebody else's: {}", port, e.getMessage());
            } finally {
                if (!bound) {
                    taken.remove(port);
                }
            }
        }
        throw new IOException("No port of 127.0.0.1 is free.");
    }

    void release(int port) {
        taken.remove(port);
    }

    /** The device for which a connection from this port is; null when none is. */
    @Nullable
    PracticeDevice deviceAt(int port) {
        return taken.get(port);
    }
}
