package io.safestep.app.testing;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;

/** Safe Step as a process of its own, which can be ended with signal 9. */
public final class SafeStepProcess {

    private final TestPractice practice;
    private final Process process;
    private final int port;

    private SafeStepProcess(TestPractice practice, Process process, int port) {
        this.practice = practice;
        this.process = process;
        this.port = port;
    }

    /** @param more settings of the environment beside the usual ones */
    public static SafeStepProcess start(TestPractice practice, String database, Map<String, String> more)
            throws IOException {
        int port;
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        ProcessBuilder builder = new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "-cp",
                System.getProperty("java.class.path"),
                "io.safestep.app.SafeStepApplication");
        builder.environment()
                .putAll(Map.of(
                        "SAFESTEP_PORT",
                        Integer.toString(port),
                        "SAFESTEP_HOME",
                        practice.home().toString(),
                        "SAFESTEP_DEVICE_PORT",
                        Integer.toString(practice.devicePort()),
                        "SAFESTEP_PRACTICE_API",
                        "http://127.0.0.1:" + practice.network().apiPort(),
                        "SAFESTEP_DEMO",
                        "true",
                        "SAFESTEP_LOG_PORT",
                        "0",
                        "SPRING_DATASOURCE_URL",
                        database,
                        "SPRING_DATASOURCE_USERNAME",
                        "postgres"));
        builder.environment().put("SAFESTEP_ADDRESS_TRANSLATION", "10.77=127.77");
        builder.environment().put("SAFESTEP_LONGEST_STAY", "1s");
        builder.environment().putAll(more);
        builder.redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(
                        practice.home().resolve("app.log").toFile()));
        return new SafeStepProcess(practice, builder.start(), port);
    }

    public int port() {
        return port;
    }

    /** Whether it answers now. */
    public boolean isUp() {
        try {
            return ApiClient.stranger(port).get("/actuator/health").status() == 200;
        } catch (IllegalStateException e) {
            return false;
        }
    }

    public void kill() throws InterruptedException {
        process.destroyForcibly();
        assertThat(process.waitFor(10, TimeUnit.SECONDS)).isTrue();
    }

    public SafeStepProcess awaitAnswer() {
        Instant giveUp = Instant.now().plus(Duration.ofMinutes(4));
        String last = "nothing";
        while (true) {
            try {
                ApiClient.Answer answer = ApiClient.stranger(port).get("/actuator/health");
                if (answer.status() == 200) {
                    return this;
                }
                last = answer.toString();
            } catch (IllegalStateException e) {
                last = e.getMessage();
            }
            assertThat(Instant.now())
                    .as("Safe Step answers and is well; it said %s, and its log is in %s", last, practice.home())
                    .isBefore(giveUp);
            LockSupport.parkNanos(200_000_000);
        }
    }
}
