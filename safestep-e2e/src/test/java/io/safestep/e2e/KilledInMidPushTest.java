package io.safestep.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepProcess;
import io.safestep.app.testing.TestPostgres;
import io.safestep.app.testing.TestPractice;
import io.safestep.practice.device.Fault;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Safe Step as a process of its own, ended with signal 9 while it pushes, and started again on the same database. */
class KilledInMidPushTest {

    private static final int COMMANDS = 200;

    private final TestPractice practice = new TestPractice();
    private final String database = TestPostgres.freshUrl();
    private SafeStepProcess process;

    @AfterEach
    void end() throws InterruptedException {
        if (process != null) {
            process.kill();
        }
        practice.network().close();
    }

    @Test
    void theRunIsTakenUpByLookingAtTheDevice() throws Exception {
        process = SafeStepProcess.start(practice, database, Map.of()).awaitAnswer();
        ApiClient auditor = ApiClient.loggedIn(process.port(), "jvane");
        auditor.await("/api/changes", changes -> changes.size() >= 4);
        String before = practice.network().device("brn-ac-1").running().shown();
        ChangeStory story = new ChangeStory(process.port());
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

        process.kill();
        String held = practice.network().device("brn-ac-1").running().shown();
        assertThat(held).as("it was killed in mid-push").contains("10.78.0.20").doesNotContain("10.78.1.100");

        practice.network().device("brn-ac-1").switchOff(Fault.SLOW);

        process = SafeStepProcess.start(practice, database, Map.of()).awaitAnswer();
        JsonNode meanwhile = ApiClient.loggedIn(process.port(), "jvane")
                .get("/api/runs/" + run)
                .body();
        assertThat(meanwhile.path("attended").asBoolean()
                        && step(meanwhile, "PUSH").path("state").asString().equals("GOING"))
                .as("nobody says that the push goes on when nobody drives it: %s", meanwhile)
                .isFalse();
        JsonNode ended = ApiClient.loggedIn(process.port(), "jvane")
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
}
