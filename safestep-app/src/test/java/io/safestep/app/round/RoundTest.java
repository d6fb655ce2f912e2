package io.safestep.app.round;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.practice.device.Fault;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** One action on many devices. */
class RoundTest extends SafeStepTest {

    @Autowired
    private RoundJob job;

    @Autowired
    private JdbcTemplate jdbc;

    private ApiClient administrator;

    @BeforeEach
    void begin() {
        awaitWholeDemo();
        administrator = ApiClient.loggedIn(port, "abrill");
    }

    private Answer start(String action, String argument, String... devices) {
        return administrator.post(
                "/api/rounds", Map.of("action", action, "argument", argument, "devices", List.of(devices)));
    }

    private JsonNode awaitEnd(Answer started) {
        assertThat(started.status()).as("%s", started).isEqualTo(200);
        return administrator.await(
                "/api/rounds/" + started.body().path("id").asLong(),
                r -> r.path("endedAt").isString());
    }

    private static JsonNode of(JsonNode round, String device) {
        for (JsonNode result : round.path("results")) {
            if (result.path("device").asString().equals(device)) {
                return result;
            }
        }
        throw new AssertionError("There is no " + device + " in " + round);
    }

    @Test
    void aConnectionTestSaysOfEachDeviceAtWhichStageItFailsAndTheFailedOnesAreTriedAgain() {
        PRACTICE.network().device("cdq-gw-b").switchOn(Fault.WRONG_PASSWORD, "");
        PRACTICE.network().device("cdq-ac-1").switchOn(Fault.READ_ONLY_ACCOUNT, "");
        JsonNode round;
        try {
            round = awaitEnd(start("TEST_CONNECTION", "", "cdq-gw-a", "cdq-gw-b", "cdq-ac-1"));
            assertThat(of(round, "cdq-gw-a").path("words").asString()).isEqualTo("Every stage passed.");
            assertThat(of(round, "cdq-gw-b").path("words").asString()).startsWith("Log-in: ");
            assertThat(of(round, "cdq-ac-1").path("words").asString()).startsWith("Right to configure: ");
            assertThat(of(round, "cdq-gw-b").path("detail").asString()).contains("NOT_REACHED");
            assertThat(administrator.get("/api/now").body().path("notRight").toString())
                    .contains("Log-in: cdq-gw-b refuses");
        } finally {
            PRACTICE.network().device("cdq-gw-b").switchOff(Fault.WRONG_PASSWORD);
            PRACTICE.network().device("cdq-ac-1").switchOff(Fault.READ_ONLY_ACCOUNT);
        }
        JsonNode again =
                awaitEnd(administrator.post("/api/rounds/" + round.path("id").asLong() + "/retry", Map.of()));
        assertThat(again.path("results")).hasSize(2);
        assertThat(again.path("counts").path("done").asInt()).isEqualTo(2);
        assertThat(administrator
                        .post("/api/rounds/" + again.path("id").asLong() + "/retry", Map.of())
                        .detail())
                .contains("nothing to try again");
        JsonNode detail = administrator.get("/api/devices/cdq-gw-b").body().path("lastTest");
        assertThat(detail.path("passed").asBoolean()).isTrue();
        assertThat(detail.path("stages")).hasSize(9);
    }

    /** As after the death of a process: what it was in the middle of is done again, what it had done is not. */
    @Test
    void aRoundThatWasBrokenOffIsDoneToItsEnd() {
        long id = awaitEnd(start("ADD_LABEL", "quay", "dun-gw-a", "dun-gw-b"))
                .path("id")
                .asLong();
        jdbc.update("update round set ended_at = null where id = ?", id);
        jdbc.update("update round_device set state = 'GOING', words = null where round_id = ? and position = 1", id);
        job.execute(Long.toString(id));
        JsonNode round = administrator.get("/api/rounds/" + id).body();
        assertThat(round.path("endedAt").isString()).isTrue();
        assertThat(of(round, "dun-gw-a").path("words").asString()).isEqualTo("Has the label now.");
        assertThat(of(round, "dun-gw-b").path("words").asString()).isEqualTo("Had the label already.");
        awaitEnd(start("REMOVE_LABEL", "quay", "dun-gw-a", "dun-gw-b"));
    }

    @Test
    void labelsStanceAndBackupsGoToMany() {
        awaitEnd(start("ADD_LABEL", "pier 3", "dun-ac-1", "dun-ac-2"));
        assertThat(administrator
                        .get("/api/devices/dun-ac-2")
                        .body()
                        .path("row")
                        .path("labels")
                        .toString())
                .contains("pier 3");
        JsonNode second = awaitEnd(start("ADD_LABEL", "pier 3", "dun-ac-1"));
        assertThat(of(second, "dun-ac-1").path("words").asString()).isEqualTo("Had the label already.");
        awaitEnd(start("REMOVE_LABEL", "pier 3", "dun-ac-1", "dun-ac-2"));
        awaitEnd(start("SET_STANCE", "observe", "dun-ac-1"));
        assertThat(administrator.get("/api/record?subject=dun-ac-1").body().toString())
                .contains("label added")
                .contains("label removed")
                .contains("Now observe.");
        awaitEnd(start("SET_STANCE", "managed", "dun-ac-1"));
        JsonNode backups = awaitEnd(start("BACK_UP", "", "dun-ac-1", "dun-ac-2"));
        assertThat(backups.path("counts").path("done").asInt()).isEqualTo(2);
    }

    @Test
    void whatCannotBeMeantIsRefusedBeforeAnythingIsDone() {
        assertThat(start("DANCE", "", "dun-ac-1").detail()).contains("no action called DANCE");
        assertThat(start("SET_STANCE", "sleepy", "dun-ac-1").detail()).contains("observe or managed");
        assertThat(start("ADD_LABEL", "?!", "dun-ac-1").detail()).contains("A label has");
        assertThat(start("PUT_INTO_GROUP", "nobody", "dun-ac-1").detail()).contains("a fixed list");
        assertThat(start("BACK_UP", "").detail()).contains("at least one device");
        assertThat(start("BACK_UP", "", "no-such-device").status()).isEqualTo(404);
        assertThat(administrator.get("/api/rounds/999999").status()).isEqualTo(404);
    }

    @Test
    void eachActionAsksForItsOwnRight() {
        ApiClient onCall = ApiClient.loggedIn(port, "iseaver");
        Map<String, Object> stance =
                Map.of("action", "SET_STANCE", "argument", "managed", "devices", List.of("ops-co-a"));
        assertThat(onCall.post("/api/rounds", stance).status()).isEqualTo(403);
        assertThat(onCall.post(
                                "/api/rounds",
                                Map.of("action", "TEST_CONNECTION", "argument", "", "devices", List.of("ops-co-a")))
                        .status())
                .isEqualTo(200);
    }
}
