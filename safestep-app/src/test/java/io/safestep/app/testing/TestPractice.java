package io.safestep.app.testing;

import io.safestep.practice.PracticeNetwork;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/** A practice network of its own, on a device port that nobody else uses. */
public final class TestPractice {

    /** Like {@code corvane-cli}, of devices that do not show what they start with. */
    public static final String QUIET_PLATFORM = "corvane-quiet";

    private final PracticeNetwork network;
    private final int devicePort;
    private final Path home;

    public TestPractice() {
        try {
            home = Files.createTempDirectory("safestep-test-home");
            putQuietPlatform();
            try (ServerSocket free = new ServerSocket(0)) {
                devicePort = free.getLocalPort();
            }
            network = PracticeNetwork.start(home.resolve("practice"), devicePort, 0);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Beside the platforms that ship, one whose devices do not show what they start with. */
    private void putQuietPlatform() throws IOException {
        try (InputStream shipped = TestPractice.class.getResourceAsStream("/platforms/corvane-cli.yaml")) {
            String text = new String(shipped.readAllBytes(), StandardCharsets.UTF_8)
                    .replace("name: corvane-cli\n", "name: " + QUIET_PLATFORM + "\n")
                    .replaceAll("(?m)^  (readStartup|restore|restored): .*\n", "");
            Path folder = Files.createDirectories(home.resolve("platforms"));
            Files.writeString(folder.resolve(QUIET_PLATFORM + ".yaml"), text);
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
