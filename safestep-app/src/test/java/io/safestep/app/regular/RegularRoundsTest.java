package io.safestep.app.regular;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

class RegularRoundsTest extends SafeStepTest {

    @Autowired
    private RegularRounds rounds;

    @Autowired
    private JdbcTemplate jdbc;

    private ApiClient manager;

    @BeforeEach
    void addGroup() {
        awaitWholeDemo();
        manager = ApiClient.loggedIn(port, "mtarrant");
        ApiClient.loggedIn(port, "abrill")
                .post(
                        "/api/groups",
                        Map.of("name", "regular test", "note", "", "devices", List.of("ops-ds-a", "ops-fw-b")));
    }

    @AfterEach
    void removeThem() {
        jdbc.update("delete from regular_round where name like 'regular test%'");
    }

    private static Map<String, Object> request(String name, String recurrence) {
        Map<String, Object> request = new HashMap<>();
        request.put("name", name);
        request.put("action", "BACK_UP");
        request.put("group", "regular test");
        request.put("firstDay", "2026-01-01");
        request.put("at", "02:30");
        request.put("recurrence", recurrence);
        request.put("zone", null);
        request.put("spreadMinutes", 0);
        request.put("active", true);
        return request;
    }

    private void isDue(long id) {
        jdbc.update("update regular_round set next_at = now() - interval '1 minute' where id = ?", id);
        rounds.startDue();
    }

    private JsonNode regular(long id) {
        for (JsonNode round : manager.get("/api/regular-rounds").body()) {
            if (round.path("id").asLong() == id) {
                return round;
            }
        }
        throw new AssertionError("gone: " + id);
    }

    @Test
    void whenItsTimeComesARoundIsBegunAndTheNextTimeIsKnown() {
        Answer added = manager.post("/api/regular-rounds", request("regular test nightly", "FREQ=DAILY"));
        assertThat(added.status()).as("%s", added).isEqualTo(200);
        long id = added.body().path("id").asLong();
        assertThat(Instant.parse(added.body().path("nextAt").asString()))
                .isBetween(Instant.now(), Instant.now().plus(Duration.ofHours(25)));
        isDue(id);
        long round = regular(id).path("lastRoundId").asLong();
        JsonNode ended =
                manager.await("/api/rounds/" + round, r -> !r.path("endedAt").isNull());
        assertThat(ended.path("counts").path("done").asInt()).isEqualTo(2);
        assertThat(ended.path("startedBy").asString()).isEqualTo("safe-step");
        assertThat(Instant.parse(regular(id).path("nextAt").asString())).isAfter(Instant.now());
    }

    @Test
    void devicesAreBegunOverAStretchAndARoundThatGoesOnIsNotBegunAgain() {
        Map<String, Object> spread = request("regular test spread", "FREQ=HOURLY");
        spread.put("spreadMinutes", 700);
        long id = manager.post("/api/regular-rounds", spread).body().path("id").asLong();
        isDue(id);
        long round = regular(id).path("lastRoundId").asLong();
        JsonNode going = manager.await(
                "/api/rounds/" + round, r -> r.path("counts").path("done").asInt() == 1);
        assertThat(going.path("counts").path("waiting").asInt())
                .as("the other one has its turn in almost six hours")
                .isEqualTo(1);
        isDue(id);
        assertThat(regular(id).path("lastWords").asString()).contains("round " + round + " still went on");
        manager.post("/api/rounds/" + round + "/stop", Map.of());
        JsonNode ended =
                manager.await("/api/rounds/" + round, r -> !r.path("endedAt").isNull());
        assertThat(ended.path("counts").path("skipped").asInt()).isEqualTo(1);
    }

    @Test
    void theCostIsToldBeforeAndWhatCantBeMeantIsRefused() {
        JsonNode estimate = manager.post("/api/regular-rounds/estimate", request("x", "FREQ=MINUTELY;INTERVAL=15"))
                .body();
        assertThat(estimate.path("devices").asInt()).isEqualTo(2);
        assertThat(estimate.path("withMarker").asInt()).isEqualTo(2);
        assertThat(estimate.path("everySeconds").asInt()).isEqualTo(900);
        Map<String, Object> spread = request("x", "FREQ=HOURLY");
        spread.put("spreadMinutes", 55);
        assertThat(manager.post("/api/regular-rounds/estimate", request("x", "FREQ=DAILY;UNTIL=20260102"))
                        .body()
                        .path("warning")
                        .asString())
                .contains("never begin");
        assertThat(fieldErrors(
                        manager.post("/api/regular-rounds", request("regular test", "FREQ=MINUTELY"))
                                .body(),
                        "recurrence"))
                .contains("every 5 minutes");
        assertThat(fieldErrors(
                        manager.post("/api/regular-rounds", request("regular test", "now and then"))
                                .body(),
                        "recurrence"))
                .contains("is not a recurrence rule");
        Map<String, Object> stance = request("regular test", "FREQ=DAILY");
        stance.put("action", "SET_STANCE");
        assertThat(manager.post("/api/regular-rounds", stance).status()).isEqualTo(422);
        Map<String, Object> nowhere = request("regular test", "FREQ=DAILY");
        nowhere.put("zone", "Sound/Merrow");
        assertThat(fieldErrors(manager.post("/api/regular-rounds", nowhere).body(), "zone"))
                .contains("no time zone");
    }
}
