package io.safestep.app.run.controls;

import static io.safestep.app.testing.ChangeStory.check;
import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.practice.device.Fault;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What people do to runs: pausing, leaving out, trying again, overriding, and what happens when two do it at once. */
class RunControlsTest extends SafeStepTest {

    private static final Map<String, Object> WHY = Map.of("reason", "Because the ferry waits.");

    /** Fails after the change and gives no time to settle. */
    private static final Map<String, Object> HOPELESS = withoutPatience(check("neighbours", null, "AT_LEAST", "99"));

    private ChangeStory story;
    private ApiClient operator;

    @BeforeEach
    void logIn() {
        awaitWholeDemo();
        story = new ChangeStory(port);
        operator = ApiClient.loggedIn(port, "pquill");
    }

    private static Map<String, Object> withoutPatience(Map<String, Object> check) {
        Map<String, Object> impatient = new HashMap<>(check);
        impatient.put("settleSeconds", 0);
        return impatient;
    }

    /** A run of a change with an order of its own. */
    private long started(
            String title, Map<String, String> lines, List<Map<String, Object>> checks, Map<String, Object> order) {
        Map<String, Object> content = new HashMap<>(ChangeStory.content(0, title, lines, checks));
        content.put("order", order);
        JsonNode draft = ok(story.engineer().post("/api/changes", content));
        int number = draft.path("number").asInt();
        ok(story.engineer()
                .post(
                        "/api/changes/" + number + "/submission",
                        Map.of("version", draft.path("version").asInt())));
        story.approve(number);
        story.bookIntoOpenWindow(number);
        return ok(story.manager().post("/api/changes/" + number + "/runs", Map.of()))
                .path("id")
                .asLong();
    }

    private static Map<String, Object> order(String rule) {
        return Map.of("failureRule", rule, "first", 0, "most", 20, "pauseSeconds", 0);
    }

    private JsonNode awaitHold(long run, String reason) {
        return story.manager()
                .await(
                        "/api/runs/" + run,
                        r -> r.path("hold").path("reason").asString("").equals(reason));
    }

    private static JsonNode device(JsonNode run, String name) {
        for (JsonNode device : run.path("devices")) {
            if (device.path("name").asString().equals(name)) {
                return device;
            }
        }
        throw new AssertionError(name + " is not in " + run);
    }

    @Test
    void aRunPausesAfterAWaveAndGoesOnWhenToldTo() {
        PRACTICE.network().device("cdq-gw-b").switchOn(Fault.SLOW, "60");
        long run;
        try {
            run = started(
                    "Paused",
                    Map.of("cdq-gw-b", contact("cdq-gw-b", "pause"), "cdq-gw-a", contact("cdq-gw-a", "pause")),
                    List.of(),
                    order("UNDO_ALL"));
            ok(operator.post("/api/runs/" + run + "/pause", Map.of("after", "AFTER_WAVE")));
            Answer second = story.manager().post("/api/runs/" + run + "/pause", Map.of("after", "AFTER_WAVE"));
            assertThat(second.status()).isEqualTo(409);
            assertThat(second.detail()).isEqualTo("pquill has asked for that already.");
        } finally {
            PRACTICE.network().device("cdq-gw-b").switchOff(Fault.SLOW);
        }
        JsonNode held = awaitHold(run, "PAUSE_ASKED");
        assertThat(held.path("state").asString()).isEqualTo("PAUSED");
        assertThat(running("cdq-gw-a")).doesNotContain("pause");

        ok(operator.post("/api/runs/" + run + "/resumption", Map.of("reason", "")));
        JsonNode ended = story.awaitEnd(run);
        assertThat(ended.path("state").asString()).isEqualTo("SUCCEEDED");
        assertThat(running("cdq-gw-a")).contains("pause");
        assertThat(operator.post("/api/runs/" + run + "/resumption", Map.of("reason", ""))
                        .status())
                .isEqualTo(409);
    }

    @Test
    void aDeviceThatFailsIsUndoneAndTheRestGoesOnWhenAPersonSaysSo() {
        PRACTICE.network().device("cdq-ac-1").switchOn(Fault.STARTUP_WRITE_FAILS, "");
        try {
            long run = started(
                    "One fails",
                    Map.of("cdq-ac-1", contact("cdq-ac-1", "one"), "cdq-gw-a", contact("cdq-gw-a", "one")),
                    List.of(),
                    order("UNDO_DEVICE"));
            JsonNode held = awaitHold(run, "TAKEN_BACK");
            assertThat(held.path("hold").path("devices").get(0).asString()).isEqualTo("cdq-ac-1");
            assertThat(running("cdq-ac-1")).doesNotContain("one");
            assertThat(running("cdq-gw-a")).as("nothing is pushed meanwhile").doesNotContain("one");

            Answer without = operator.post("/api/runs/" + run + "/resumption", Map.of("reason", " "));
            assertThat(without.status()).isEqualTo(422);
            assertThat(fieldErrors(without.body(), "reason")).contains("Say why the run may go on without cdq-ac-1");
            ok(operator.post("/api/runs/" + run + "/resumption", WHY));

            JsonNode ended = story.awaitEnd(run);
            assertThat(ended.path("state").asString()).isEqualTo("SUCCEEDED");
            assertThat(ended.path("verdict").asString())
                    .startsWith("1 device holds its outcome")
                    .contains("cdq-ac-1 was taken back by pquill: Because the ferry waits.");
            assertThat(running("cdq-gw-a")).contains("one");
            assertThat(startup("cdq-ac-1")).doesNotContain("one");
            JsonNode rollback = ended.path("rollbacks").get(0);
            assertThat(rollback.path("state").asString()).isEqualTo("ROLLED_BACK");
            assertThat(rollback.path("whole").asBoolean()).isFalse();
        } finally {
            PRACTICE.network().device("cdq-ac-1").switchOff(Fault.STARTUP_WRITE_FAILS);
        }
    }

    @Test
    void aFailedCheckIsOverriddenByTwoPeopleAndNotByOne() {
        long run = started(
                "Overridden",
                Map.of("dun-gw-b", contact("dun-gw-b", "overridden")),
                List.of(HOPELESS),
                order("STOP_AND_WAIT"));
        awaitHold(run, "FAILED");
        // Who may decide is told, once the job that tells has come to it.
        operator.await("/api/notices", told -> {
            String notices = told.toString();
            return notices.contains("waits for a person") && notices.contains("dun-gw-b failed");
        });
        assertThat(operator.post("/api/runs/" + run + "/resumption", WHY).detail())
                .contains("override it with a second person");

        String override = "/api/runs/" + run + "/devices/dun-gw-b/override";
        ok(operator.post(override, WHY));
        Answer alone = operator.post(override, WHY);
        assertThat(alone.status()).isEqualTo(409);
        assertThat(alone.detail()).contains("A second person has to agree");
        ok(story.approver().post(override, Map.of("reason", "")));

        JsonNode ended = story.awaitEnd(run);
        assertThat(ended.path("state").asString())
                .as(ended.path("verdict").asString())
                .isEqualTo("SUCCEEDED");
        assertThat(step(device(ended, "dun-gw-b"), "CHECK_AFTER").path("words").asString())
                .contains("overridden by pquill and dfennimore");
        assertThat(running("dun-gw-b")).contains("overridden");
    }

    private static JsonNode step(JsonNode device, String phase) {
        for (JsonNode step : device.path("steps")) {
            if (step.path("phase").asString().equals(phase)) {
                return step;
            }
        }
        throw new AssertionError("No " + phase + " in " + device);
    }

    @Test
    void whatFailedIsTriedAgainOrTheDeviceIsLeftOut() {
        PRACTICE.network().device("dun-gw-a").switchOn(Fault.STARTUP_WRITE_FAILS, "");
        long run;
        try {
            run = started(
                    "Tried again",
                    Map.of("dun-gw-a", contact("dun-gw-a", "again"), "dun-ac-1", contact("dun-ac-1", "again")),
                    List.of(),
                    order("STOP_AND_WAIT"));
            awaitHold(run, "FAILED");
            assertThat(operator.post("/api/runs/" + run + "/devices/dun-gw-a/override", WHY)
                            .detail())
                    .contains("Only a failed check can be overridden");
        } finally {
            PRACTICE.network().device("dun-gw-a").switchOff(Fault.STARTUP_WRITE_FAILS);
        }
        ok(operator.post("/api/runs/" + run + "/devices/dun-gw-a/retry", Map.of()));
        JsonNode ended = story.awaitEnd(run);
        assertThat(ended.path("state").asString()).isEqualTo("SUCCEEDED");
        assertThat(startup("dun-gw-a")).contains("again");
        assertThat(operator.post("/api/runs/" + run + "/devices/dun-gw-a/skip", WHY)
                        .status())
                .isEqualTo(409);
    }

    @Test
    void aDeviceThatCantBeReachedIsLeftOutBeforeAnythingIsWrittenToIt() {
        PRACTICE.network().device("dun-ac-1").switchOn(Fault.WRONG_PASSWORD, "");
        try {
            long run = started(
                    "Left out",
                    Map.of("dun-ac-1", contact("dun-ac-1", "left"), "dun-gw-b", contact("dun-gw-b", "left")),
                    List.of(),
                    order("STOP_AND_WAIT"));
            awaitHold(run, "FAILED");
            ok(operator.post("/api/runs/" + run + "/devices/dun-ac-1/skip", WHY));
            Answer second = story.manager().post("/api/runs/" + run + "/devices/dun-ac-1/skip", WHY);
            JsonNode ended = story.awaitEnd(run);
            assertThat(second.status()).isEqualTo(409);
            assertThat(ended.path("state").asString()).isEqualTo("SUCCEEDED");
            assertThat(ended.path("verdict").asString()).contains("But dun-ac-1 was left out by pquill");
            assertThat(running("dun-gw-b")).contains("left");
            assertThat(running("dun-ac-1")).doesNotContain("left");
        } finally {
            PRACTICE.network().device("dun-ac-1").switchOff(Fault.WRONG_PASSWORD);
        }
    }

    @Test
    void aWayBackThatFailedIsTriedAgainAndThenTheChangeIsRolledBack() {
        String before = running("elv-gw-b");
        PRACTICE.network().device("elv-gw-b").switchOn(Fault.STARTUP_WRITE_FAILS, "");
        PRACTICE.network().device("elv-gw-b").switchOn(Fault.IGNORES_LINE, "no log-server 10.78.4.4");
        long run;
        try {
            run = started(
                    "Stuck, then not", Map.of("elv-gw-b", "log-server 10.78.4.4\n"), List.of(), order("UNDO_ALL"));
            assertThat(story.awaitEnd(run).path("state").asString()).isEqualTo("STUCK");
            String lines = operator.get("/api/runs/" + run + "/devices/elv-gw-b/lines-back")
                    .body()
                    .path("text")
                    .asString();
            assertThat(lines).contains("no log-server 10.78.4.4");
        } finally {
            PRACTICE.network().device("elv-gw-b").switchOff(Fault.STARTUP_WRITE_FAILS);
            PRACTICE.network().device("elv-gw-b").switchOff(Fault.IGNORES_LINE);
        }
        ok(operator.post("/api/runs/" + run + "/way-back", Map.of("whole", true)));
        JsonNode ended = story.awaitEnd(run);
        assertThat(ended.path("state").asString())
                .as(ended.path("verdict").asString())
                .isEqualTo("ROLLED_BACK");
        assertThat(running("elv-gw-b")).isEqualTo(before);
        assertThat(ended.path("rollbacks")).hasSize(2);
        assertThat(ended.path("rollbacks").get(1).path("cause").asString()).isEqualTo("RETRIED");
        int number = ended.path("number").asInt();
        assertThat(story.manager()
                        .get("/api/changes/" + number)
                        .body()
                        .path("state")
                        .asString())
                .isEqualTo("ROLLED_BACK");
        assertThat(operator.post("/api/runs/" + run + "/way-back", Map.of("whole", true))
                        .status())
                .isEqualTo(409);
    }

    @Test
    void aWindowIsLengthenedWithAReasonByWhoMayWriteWindows() {
        long run = started(
                "Longer", Map.of("elv-gw-a", contact("elv-gw-a", "longer")), List.of(HOPELESS), order("STOP_AND_WAIT"));
        JsonNode held = awaitHold(run, "FAILED");
        Instant closes = Instant.parse(held.path("windowClosesAt").asString());
        Instant turnBack = Instant.parse(held.path("turnBackAt").asString());
        Map<String, Object> longer =
                Map.of("until", closes.plus(1, ChronoUnit.HOURS).toString(), "reason", "The part comes at three.");
        assertThat(operator.post("/api/runs/" + run + "/lengthening", longer).status())
                .isEqualTo(403);
        assertThat(story.manager()
                        .post(
                                "/api/runs/" + run + "/lengthening",
                                Map.of("until", closes.minusSeconds(60).toString(), "reason", "x"))
                        .status())
                .isEqualTo(422);
        JsonNode lengthened = ok(story.manager().post("/api/runs/" + run + "/lengthening", longer));
        assertThat(Instant.parse(lengthened.path("windowClosesAt").asString()))
                .isEqualTo(closes.plus(1, ChronoUnit.HOURS));
        assertThat(Instant.parse(lengthened.path("turnBackAt").asString())).isAfter(turnBack);
        ok(operator.post("/api/runs/" + run + "/stop", Map.of()));
        Answer other = story.manager().post("/api/runs/" + run + "/stop", Map.of());
        assertThat(story.awaitEnd(run).path("state").asString()).isEqualTo("ROLLED_BACK");
        assertThat(other.status()).isEqualTo(409);
        assertThat(running("elv-gw-a")).doesNotContain("longer");
    }

    /** Lines that every family of devices takes. */
}
