package io.safestep.app.testing;

import io.safestep.practice.PracticeNetwork;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;

/** A practice network of its own, on a device port that nobody else uses. */
public final class TestPractice {

    private final PracticeNetwork network;
    private final int devicePort;
    private final Path home;

    public TestPractice() {
        try {
            home = Files.createTempDirectory("safestep-test-home");
            try (ServerSocket free = new ServerSocket(0)) {
                devicePort = free.getLocalPort();
            }
            network = PracticeNetwork.start(home.resolve("practice"), devicePort, 0);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public PracticeNetwork network() {
        return network;
    }

    public int devicePort() {
        return devicePort;
    }

    /** The folder for Safe Step's own files. */
    public Path home() {
        return home;
    }
}
