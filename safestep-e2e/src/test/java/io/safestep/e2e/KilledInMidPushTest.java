package io.safestep.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.TestPostgres;
import io.safestep.app.testing.TestPractice;
import io.safestep.practice.device.Fault;
import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Safe Step as a process of its own, ended with signal 9 while it pushes, and started again on the same database. */
class KilledInMidPushTest {

    private static final int COMMANDS = 200;

    private final TestPractice practice = new TestPractice();
    private final String database = TestPostgres.freshUrl();
    private Process process;
    private int port;

    @AfterEach
    void end() {
        if (process != null) {
            process.destroyForcibly();
        }
        practice.network().close();
    }

    @Test
    void theRunIsTakenUpByLookingAtTheDevice() throws Exception {
        start();
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        auditor.await("/api/changes", changes -> changes.size() >= 4);
        String before = practice.network().device("brn-ac-1").running().shown();
        ChangeStory story = new ChangeStory(port);
        StringBuilder lines = new StringBuilder();
        for (int i = 0; i < COMMANDS; i++) {
            lines.append("log-server 10.78.")
                    .append(i / 100)
                    .append('.')
                    .append(1 + i % 100)
                    .append('\n');
        }
        // Slow enough that there is a middle to be killed in.
        practice.network().device("brn-ac-1").switchOn(Fault.SLOW, "25");
        long run = story.startedRun("Many log servers", Map.of("brn-ac-1", lines.toString()), List.of());
        auditor.await("/api/runs/" + run + "/lines", said -> said.toString().contains("10.78.0.20"));

        process.destroyForcibly();
        assertThat(process.waitFor(10, TimeUnit.SECONDS)).isTrue();
        String held = practice.network().device("brn-ac-1").running().shown();
        assertThat(held).as("it was killed in mid-push").contains("10.78.0.20").doesNotContain("10.78.1.100");

        practice.network().device("brn-ac-1").switchOff(Fault.SLOW);

        start();
        JsonNode meanwhile =
                ApiClient.loggedIn(port, "jvane").get("/api/runs/" + run).body();
        assertThat(meanwhile.path("attended").asBoolean()
                        && step(meanwhile, "PUSH").path("state").asString().equals("GOING"))
                .as("nobody says that the push goes on when nobody drives it: %s", meanwhile)
                .isFalse();
        JsonNode ended = ApiClient.loggedIn(port, "jvane")
                .await("/api/runs/" + run, r -> !r.path("endedAt").isNull());

        assertThat(ended.path("state").asString()).isEqualTo("ROLLED_BACK");
        assertThat(step(ended, "PUSH").path("state").asString()).isEqualTo("INTERRUPTED");
        assertThat(step(ended, "PUSH").path("words").asString()).contains("How far it came is not known");
        assertThat(step(ended, "READ_BACK").path("words").asString())
                .containsPattern("holds \\d+ of " + COMMANDS + " differences of the outcome");
        assertThat(practice.network().device("brn-ac-1").running().shown()).isEqualTo(before);
        assertThat(practice.network().device("brn-ac-1").startup().shown()).isEqualTo(before);
    }

    private static JsonNode step(JsonNode run, String phase) {
        for (JsonNode step : run.path("devices").get(0).path("steps")) {
            if (step.path("phase").asString().equals(phase)) {
                return step;
            }
        }
        throw new AssertionError("The run has no step " + phase + ": " + run);
    }

    private void start() throws IOException {
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
        builder.redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(
                        practice.home().resolve("app.log").toFile()));
        process = builder.start();
        awaitAnswer();
    }

    private void awaitAnswer() {
        Instant giveUp = Instant.now().plus(Duration.ofMinutes(4));
        String last = "nothing";
        while (true) {
            try {
                ApiClient.Answer answer = ApiClient.stranger(port).get("/actuator/health");
                if (answer.status() == 200) {
                    return;
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
