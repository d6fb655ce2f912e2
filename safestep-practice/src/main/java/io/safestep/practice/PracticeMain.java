package io.safestep.practice;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.CountDownLatch;

/**
 * Runs the practice network as a process of its own. Reads {@code SAFESTEP_HOME}, {@code SAFESTEP_DEVICE_PORT} and
 * {@code SAFESTEP_PRACTICE_PORT} from the environment.
 */
public final class PracticeMain {

    private PracticeMain() {}

    public static void main(String[] args) throws InterruptedException {
        Path home = Path.of(System.getenv().getOrDefault("SAFESTEP_HOME", ".safestep"));
        int devicePort = port("SAFESTEP_DEVICE_PORT", 2222);
        int apiPort = port("SAFESTEP_PRACTICE_PORT", 8078);
        try {
            PracticeNetwork practice = PracticeNetwork.start(home.resolve("practice"), devicePort, apiPort);
            Runtime.getRuntime().addShutdownHook(new Thread(practice::close));
            System.out.println("practice network ready, API on port " + practice.apiPort());
        } catch (IOException e) {
            System.err.println("The practice network can't start: " + e.getMessage());
            System.exit(1);
        }
        new CountDownLatch(1).await();
    }

    private static int port(String variable, int fallback) {
        String value = System.getenv(variable);
        return value == null || value.isBlank() ? fallback : Integer.parseInt(value);
    }
}
