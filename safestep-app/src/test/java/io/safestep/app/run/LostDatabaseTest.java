package io.safestep.app.run;

import static io.safestep.app.testing.ChangeStory.check;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.practice.device.Fault;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Predicate;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Value;
import tools.jackson.databind.JsonNode;

/** Every connection to the database is cut in mid-run: the run is taken up by looking at the devices. */
class LostDatabaseTest extends SafeStepTest {

    private static final List<String> DEVICES = List.of("dun-ac-1", "dun-ac-2");

    @Value("${spring.datasource.url}")
    private String database;

    @BeforeEach
    void allIsWell() {
        awaitWholeDemo();
    }

    @Test
    void theRunIsTakenUpAgain() throws Exception {
        DEVICES.forEach(d -> PRACTICE.network().device(d).switchOn(Fault.SLOW, "150"));
        ChangeStory story = new ChangeStory(port);
        long run;
        try {
            run = story.startedRun(
                    "Without a database for a moment",
                    Map.of("dun-ac-1", "contact the wet pier\n", "dun-ac-2", "contact the wet pier\n"),
                    List.of(check("interfaces", null, "SAME_AS_BEFORE", null)));
            for (String phase : List.of("CHECK_BEFORE", "PUSH", "CHECK_AFTER")) {
                awaitAnswer(story.manager(), run, r -> began(r, phase) || r.hasNonNull("endedAt"));
                cutAll();
            }
        } finally {
            DEVICES.forEach(d -> PRACTICE.network().device(d).switchOff(Fault.SLOW));
        }
        JsonNode ended = awaitAnswer(story.manager(), run, r -> r.hasNonNull("endedAt"));
        assertThat(ended.path("state").asString()).as(ended.toString()).isEqualTo("SUCCEEDED");
        for (String device : DEVICES) {
            assertThat(running(device)).contains("contact the wet pier");
            assertThat(startup(device)).contains("contact the wet pier");
        }
    }

    /** Whoever asks while the database is away is told so. */
    private static JsonNode awaitAnswer(ApiClient client, long run, Predicate<JsonNode> enough) {
        AtomicReference<JsonNode> last = new AtomicReference<>();
        await().atMost(Duration.ofMinutes(3))
                .pollInterval(Duration.ofMillis(50))
                .until(() -> {
                    Answer answer = client.get("/api/runs/" + run);
                    if (answer.status() != 200) {
                        assertThat(answer.detail())
                                .as(answer.toString())
                                .startsWith("The database does not answer as it should.");
                        return false;
                    }
                    last.set(answer.body());
                    return enough.test(answer.body());
                });
        return last.get();
    }

    private static boolean began(JsonNode run, String phase) {
        for (JsonNode device : run.path("devices")) {
            for (JsonNode step : device.path("steps")) {
                if (step.path("phase").asString().equals(phase)) {
                    return true;
                }
            }
        }
        return false;
    }

    private void cutAll() throws SQLException {
        try (Connection connection = DriverManager.getConnection(database, "postgres", "");
                Statement statement = connection.createStatement()) {
            statement.execute("select pg_terminate_backend(pid) from pg_stat_activity"
                    + " where datname = current_database() and pid <> pg_backend_pid()");
        }
    }
}
