package io.safestep.app.testing;

import java.io.Closeable;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.concurrent.atomic.AtomicInteger;

/** A port of 127.0.0.1 that leads to another address, as the one address in front of a whole site does. */
public final class TcpForward implements Closeable {

    private final ServerSocket server;
    private final String host;
    private final int port;
    private final AtomicInteger silent = new AtomicInteger();

    public TcpForward(String host, int port) throws IOException {
        this.host = host;
        this.port = port;
        server = new ServerSocket(0, 50, InetAddress.getByName("127.0.0.1"));
        daemon(this::accept);
    }

    public int port() {
        return server.getLocalPort();
    }

    /** The next connections are taken and nothing is said on them: the device is busy. */
    public void keepSilent(int connections) {
        silent.set(connections);
    }

    private static void daemon(Runnable work) {
        Thread thread = new Thread(work, "forward");
        thread.setDaemon(true);
        thread.start();
    }

    private void accept() {
        try {
            while (true) {
                Socket near = server.accept();
                if (silent.getAndUpdate(n -> Math.max(0, n - 1)) > 0) {
                    continue;
                }
                Socket far = new Socket(host, port);
                daemon(() -> copy(near, far));
                daemon(() -> copy(far, near));
            }
        } catch (IOException e) {
            // Closed.
        }
    }

    private static void copy(Socket from, Socket to) {
        try (from;
                to) {
            from.getInputStream().transferTo(to.getOutputStream());
        } catch (IOException e) {
            // One end has closed, and so is the other now.
        }
    }

    @Override
    public void close() throws IOException {
        server.close();
    }
}
