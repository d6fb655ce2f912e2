package io.safestep.bench;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/** A generated practice network in a process of its own. */
final class PracticeProcess implements AutoCloseable {

    private final Process process;
    private final Path home;
    private final int devicePort;
    private final int apiPort;

    PracticeProcess(int devices, long seed) throws IOException {
        home = Files.createTempDirectory("safestep-bench");
        devicePort = freePort();
        apiPort = freePort();
        ProcessBuilder builder = new ProcessBuilder(List.of(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-Xmx1536m",
                        "-XX:+UseSerialGC",
                        "-XX:TieredStopAtLevel=1",
                        "-Dlogback.configurationFile=logback-practice.xml",
                        "-cp",
                        System.getProperty("java.class.path"),
                        "io.safestep.practice.PracticeMain",
                        "--devices",
                        Integer.toString(devices),
                        "--seed",
                        Long.toString(seed)))
                .redirectError(ProcessBuilder.Redirect.INHERIT);
        builder.environment().put("SAFESTEP_HOME", home.toString());
        builder.environment().put("SAFESTEP_DEVICE_PORT", Integer.toString(devicePort));
        builder.environment().put("SAFESTEP_PRACTICE_PORT", Integer.toString(apiPort));
        builder.environment().put("SAFESTEP_MAIL_PORT", Integer.toString(freePort()));
        // Nobody listens there: what devices log is not measured.
        builder.environment().put("SAFESTEP_LOG_PORT", "0");
        process = builder.start();
        awaitReady();
    }

    private static int freePort() throws IOException {
        try (ServerSocket free = new ServerSocket(0)) {
            return free.getLocalPort();
        }
    }

    private void awaitReady() throws IOException {
        BufferedReader output =
                new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
        String first = output.readLine();
        if (first == null || !first.contains("practice network ready")) {
            throw new IOException("The practice network did not start: " + first);
        }
        // A pipe that nobody empties stops whoever writes into it.
        Thread passing =
                new Thread(() -> output.lines().forEach(System.err::println), "what the practice network says");
        passing.setDaemon(true);
        passing.start();
    }

    long pid() {
        return process.pid();
    }

    int devicePort() {
        return devicePort;
    }

    /** Where devices are edited by hand. */
    int apiPort() {
        return apiPort;
    }

    /** The most memory that the process has had, in MiB. */
    long peakMemory() throws IOException {
        return Files.readAllLines(Path.of("/proc/" + process.pid() + "/status")).stream()
                .filter(l -> l.startsWith("VmHWM:"))
                .mapToLong(l -> Long.parseLong(l.replaceAll("\\D", "")) / 1024)
                .findFirst()
                .orElse(0);
    }

    @Override
    public void close() {
        // Process.destroy would close what is still being read.
        process.toHandle().destroy();
        process.onExit().join();
        try (Stream<Path> files = Files.walk(home)) {
            files.sorted(Comparator.reverseOrder()).forEach(f -> f.toFile().delete());
        } catch (IOException e) {
            System.err.println("The folder " + home + " is left behind: " + e.getMessage());
        }
    }
}
