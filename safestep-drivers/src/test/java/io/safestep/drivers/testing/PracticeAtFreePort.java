package io.safestep.drivers.testing;

import io.safestep.practice.PracticeNetwork;
import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Path;

/** Merrow Sound on a device port that nobody else uses. */
public record PracticeAtFreePort(PracticeNetwork network, int port) implements AutoCloseable {

    public static PracticeAtFreePort start(Path folder) throws IOException {
        int port;
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        return new PracticeAtFreePort(PracticeNetwork.start(folder, port, 0), port);
    }

    @Override
    public void close() {
        network.close();
    }
}
