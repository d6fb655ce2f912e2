package io.safestep.app.rule;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.HandEdit;
import io.safestep.app.testing.SafeStepTest;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Configuration rules on a group of devices that no other test changes. */
class RulesTest extends SafeStepTest {

    private static final List<String> DEVICES = List.of("ops-co-b", "cdq-gw-b");

    private ApiClient engineer;
    private long rule;

    @BeforeEach
    void logIn() {
        awaitWholeDemo();
        engineer = ApiClient.loggedIn(port, "roake");
        ApiClient.loggedIn(port, "abrill")
                .post("/api/groups", Map.of("name", "rule test", "note", "", "devices", DEVICES));
    }

    @AfterEach
    void removeRule() {
        engineer.delete("/api/rules/" + rule);
    }

    private static Map<String, Object> content(String kind, String line, String pattern) {
        return Map.of(
                "kind", kind, "inside", List.of(), "lines", List.of(line), "pattern", pattern, "parameters", Map.of());
    }

    private Map<String, Object> request(Map<String, Object> content, boolean active, boolean stops) {
        Map<String, Object> request = new HashMap<>();
        request.put("name", "Log server of the house");
        request.put("platform", "corvane-cli");
        request.put("group", "rule test");
        request.put("active", active);
        request.put("stopsChanges", stops);
        request.put("content", content);
        request.put("note", "");
        return request;
    }

    private JsonNode saved(Map<String, Object> request) {
        Answer added = engineer.post("/api/rules", request);
        assertThat(added.status()).as("%s", added).isEqualTo(200);
        rule = added.body().path("id").asLong();
        return added.body();
    }

    private JsonNode awaitBroken(int count) {
        return engineer.await(
                "/api/rules/" + rule,
                r -> !r.path("lookedAt").isNull() && r.path("brokenCount").asInt() == count);
    }

    @Test
    void aRuleShowsWhatItWouldFlagBeforeItIsSwitchedOn() {
        JsonNode trial = engineer.post(
                        "/api/rules/trial",
                        Map.of(
                                "platform",
                                "corvane-cli",
                                "group",
                                "rule test",
                                "content",
                                content("MUST_NOT_CONTAIN", "log-server *", "")))
                .body();
        assertThat(trial.path("checked").asInt()).isEqualTo(2);
        assertThat(trial.path("broken").size()).isEqualTo(2);
        assertThat(trial.path("broken")
                        .get(0)
                        .path("breaches")
                        .get(0)
                        .path("mend")
                        .toString())
                .contains("no log-server 10.77.8.30");
        JsonNode bad = engineer.post(
                        "/api/rules/trial",
                        Map.of("platform", "corvane-cli", "content", content("MUST_MATCH", "log-server *", "log(")))
                .body();
        assertThat(bad.path("problems").get(0).asString()).contains("is not a pattern");
        assertThat(engineer.post("/api/rules", request(content("MUST_CONTAIN", "x {town}", ""), true, false))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void everyNewVersionIsLookedAtAndExceptionsEnd() {
        JsonNode written = saved(request(content("MUST_CONTAIN", "log-server 10.77.8.30", ""), true, false));
        assertThat(written.path("lookedAt").isNull())
                .as("nothing is said to be kept before it was looked at: %s", written)
                .isTrue();
        JsonNode kept = awaitBroken(0);
        assertThat(kept.path("checked").asInt()).isEqualTo(2);
        assertThat(kept.path("unread").asInt()).isZero();
        HandEdit.lines(PRACTICE, "cdq-gw-b", "no log-server 10.77.8.30");
        engineer.post("/api/devices/cdq-gw-b/backups", Map.of());
        JsonNode broken = awaitBroken(1).path("broken").get(0);
        assertThat(broken.path("device").asString()).isEqualTo("cdq-gw-b");
        assertThat(broken.path("breaches").get(0).path("mend").get(0).asString())
                .isEqualTo("log-server 10.77.8.30");

        String exception = "/api/rules/" + rule + "/exceptions/cdq-gw-b";
        assertThat(engineer.put(exception, Map.of("reason", "x", "until", "2020-01-01"))
                        .status())
                .isEqualTo(422);
        String later = LocalDate.now().plusDays(9).toString();
        assertThat(engineer.put(exception, Map.of("reason", "The server moves.", "until", later))
                        .body()
                        .path("brokenCount")
                        .asInt())
                .isZero();
        assertThat(engineer.delete(exception).body().path("brokenCount").asInt())
                .isEqualTo(1);

        HandEdit.lines(PRACTICE, "cdq-gw-b", "log-server 10.77.8.30");
        engineer.post("/api/devices/cdq-gw-b/backups", Map.of());
        awaitBroken(0);
    }

    @Test
    void anOutcomeThatBreaksARuleIsToldAndMayStopTheChange() {
        saved(request(content("MUST_CONTAIN", "log-server 10.77.8.30", ""), true, false));
        awaitBroken(0);
        ChangeStory.ok(
                ApiClient.loggedIn(port, "abrill").put("/api/devices/ops-co-b/stance", Map.of("stance", "MANAGED")));
        Map<String, Object> draft =
                ChangeStory.content(0, "No log server", Map.of("ops-co-b", "no log-server 10.77.8.30\n"), List.of());
        JsonNode change = ChangeStory.ok(engineer.post("/api/changes", draft));
        int number = change.path("number").asInt();
        assertThat(engineer.get("/api/changes/" + number + "/summaries").body().toString())
                .contains("Breaks the rule Log server of the house");
        engineer.put("/api/rules/" + rule, request(content("MUST_CONTAIN", "log-server 10.77.8.30", ""), true, true));
        Answer submission = engineer.post(
                "/api/changes/" + number + "/submission",
                Map.of("version", change.path("version").asInt()));
        assertThat(submission.status()).isEqualTo(422);
        assertThat(submission.body().toString()).contains("Breaks the rule Log server of the house");
        engineer.post("/api/changes/" + number + "/withdrawal", Map.of());
    }

    @Test
    void whatARuleSaidIsKeptAndOnlyAnotherWordingMakesAnotherVersion() {
        Map<String, Object> first = request(content("MUST_CONTAIN", "log-server 10.77.8.30", ""), false, false);
        assertThat(saved(first).path("version").asInt()).isEqualTo(1);
        assertThat(engineer.put("/api/rules/" + rule, first)
                        .body()
                        .path("version")
                        .asInt())
                .isEqualTo(1);
        JsonNode second = engineer.put(
                        "/api/rules/" + rule,
                        request(content("MUST_CONTAIN", "log-server 10.77.8.31", ""), false, false))
                .body();
        assertThat(second.path("version").asInt()).isEqualTo(2);
        assertThat(second.path("versions")
                        .get(1)
                        .path("content")
                        .path("lines")
                        .get(0)
                        .asString())
                .isEqualTo("log-server 10.77.8.30");
        assertThat(engineer.post("/api/rules", first).detail()).contains("There is a rule called");
        ApiClient administrator = ApiClient.loggedIn(port, "abrill");
        for (JsonNode group : administrator.get("/api/groups").body()) {
            if (group.path("name").asString().equals("rule test")) {
                assertThat(administrator
                                .delete("/api/groups/" + group.path("id").asLong())
                                .detail())
                        .contains("is named by the rule Log server of the house");
            }
        }
    }
}
