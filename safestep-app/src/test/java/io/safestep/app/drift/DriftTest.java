package io.safestep.app.drift;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.HandEdit;
import io.safestep.app.testing.SafeStepTest;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Devices that are changed past Safe Step, and what people decide. Each test has a device of its own. */
class DriftTest extends SafeStepTest {

    @Autowired
    private Findings findings;

    @Autowired
    private JdbcTemplate jdbc;

    private ApiClient engineer;

    @BeforeEach
    void logIn() {
        awaitWholeDemo();
        engineer = ApiClient.loggedIn(port, "roake");
    }

    private String round(String action, String... devices) {
        long id = engineer.post("/api/rounds", Map.of("action", action, "argument", "", "devices", List.of(devices)))
                .body()
                .path("id")
                .asLong();
        JsonNode ended = engineer.await(
                "/api/rounds/" + id,
                r -> !r.path("endedAt").isNull() && !r.path("endedAt").isMissingNode());
        return ended.path("results").get(0).path("words").asString();
    }

    /** The finding without an end of a device; missing when there is none. */
    private JsonNode open(String device) {
        for (JsonNode row : engineer.get("/api/drift/findings").body()) {
            if (row.path("device").asString().equals(device)) {
                return row;
            }
        }
        return tools.jackson.databind.node.MissingNode.getInstance();
    }

    private Answer decide(JsonNode finding, String step, Map<String, Object> more) {
        Map<String, Object> request = new HashMap<>(more);
        request.put("step", step);
        request.put("version", finding.path("version").asInt());
        request.putIfAbsent("reason", "Asked for by the watch room.");
        return engineer.post("/api/drift/findings/" + finding.path("id").asLong() + "/decisions", request);
    }

    @Test
    void whatWasChangedByHandIsFoundWithEverythingThatIsNeededToDecide() {
        assertThat(round("DRIFT", "gan-rl-a")).contains("Matches its baseline");
        HandEdit.contact(PRACTICE, "gan-rl-a", "nobody told us");
        assertThat(round("DRIFT", "gan-rl-a"))
                .contains("Does not match its baseline")
                .contains("Unsaved");
        JsonNode row = open("gan-rl-a");
        assertThat(row.path("state").asString()).isEqualTo("OPEN");
        assertThat(row.path("summary").asString()).startsWith("1 line changed: system");
        assertThat(row.path("loggedIn").asString()).contains("nightshift from 10.77.8.77");
        assertThat(row.path("lastCleanAt").asString()).isNotEmpty();
        JsonNode finding =
                engineer.get("/api/drift/findings/" + row.path("id").asLong()).body();
        assertThat(finding.path("wayBack").toString()).contains("contact");
        assertThat(finding.path("rows").toString()).contains("nobody told us", "\"path\":[\"system\"]");
        assertThat(finding.path("intendedId").asLong())
                .isNotEqualTo(finding.path("actualId").asLong());
        assertThat(finding.path("lastGoodId").asLong())
                .isEqualTo(finding.path("intendedId").asLong());
        assertThat(round("DRIFT", "gan-rl-a"))
                .as("an unchanged device that differs is told as one that differs")
                .contains("Nothing has changed since it was read. Does not match");

        assertThat(decide(row, "ADOPT", Map.of("reason", " ")).status()).isEqualTo(422);
        assertThat(decide(row, "CLOSE", Map.of()).detail()).contains("still does not match");
        assertThat(decide(row, "ADOPT", Map.of()).status()).isEqualTo(200);
        assertThat(open("gan-rl-a").isMissingNode()).isTrue();
        assertThat(round("DRIFT", "gan-rl-a")).contains("Matches its baseline");
        assertThat(decide(row, "ADOPT", Map.of()).status())
                .as("decided about already")
                .isEqualTo(409);
    }

    @Test
    void aFindingDoesNotDisappearWhenTheDeviceMatchesAgain() {
        HandEdit.contact(PRACTICE, "ald-ac-2", "for a moment");
        round("DRIFT", "ald-ac-2");
        HandEdit.contact(PRACTICE, "ald-ac-2", "watch room, Aldermouth");
        round("DRIFT", "ald-ac-2");
        JsonNode row = open("ald-ac-2");
        assertThat(row.path("matchesAgainAt").isNull()).isFalse();
        assertThat(row.path("state").asString()).isEqualTo("OPEN");
        assertThat(decide(row, "REVERT", Map.of()).detail()).contains("matches its baseline again");
        Answer closed = decide(row, "CLOSE", Map.of());
        assertThat(closed.status()).as("%s", closed).isEqualTo(200);
        assertThat(closed.body().path("entries").toString()).contains("MATCHES_AGAIN", "CLOSE");
        assertThat(engineer.get("/api/drift/findings?ended=true").body().toString())
                .contains("ald-ac-2");
    }

    @Test
    void onHoldItHasAnOwnerAndADateAndAnotherChangeOpensItAgain() {
        HandEdit.contact(PRACTICE, "ops-ac-a", "held " + Instant.now());
        round("DRIFT", "ops-ac-a");
        JsonNode row = open("ops-ac-a");
        Instant later = Instant.now().plus(Duration.ofDays(3));
        assertThat(fieldErrors(
                        decide(row, "HOLD", Map.of("owner", "nobody-here", "until", later.toString()))
                                .body(),
                        "owner"))
                .contains("nobody with the log-in");
        assertThat(fieldErrors(
                        decide(row, "HOLD", Map.of("owner", "iseaver", "until", "2020-01-01T00:00:00Z"))
                                .body(),
                        "until"))
                .contains("from tomorrow on");
        assertThat(decide(row, "HOLD", Map.of("owner", "iseaver", "until", later.toString()))
                        .status())
                .isEqualTo(200);
        assertThat(decide(row, "HOLD", Map.of("owner", "iseaver", "until", later.toString()))
                        .detail())
                .contains("since you looked at it");

        HandEdit.contact(PRACTICE, "ops-ac-a", "once more " + Instant.now());
        round("DRIFT", "ops-ac-a");
        assertThat(open("ops-ac-a").path("state").asString())
                .as("what was decided was about something else")
                .isEqualTo("OPEN");
        JsonNode again = open("ops-ac-a");
        decide(again, "HOLD", Map.of("owner", "iseaver", "until", later.toString()));
        jdbc.update(
                "update drift_finding set hold_until = now() - interval '1 minute' where id = ?",
                again.path("id").asLong());
        findings.upkeep();
        assertThat(open("ops-ac-a").path("state").asString()).isEqualTo("OPEN");
        decide(open("ops-ac-a"), "ADOPT", Map.of());
    }

    @Test
    void aChangeBringsTheDeviceBackAndTheFindingIsReverted() {
        String before = running("dun-ac-2");
        HandEdit.lines(PRACTICE, "dun-ac-2", "vlan 919\n  name found\ncontact somebody else");
        round("DRIFT", "dun-ac-2");
        JsonNode row = open("dun-ac-2");
        Answer reverting = decide(row, "REVERT", Map.of("reason", "Nobody knows why."));
        assertThat(reverting.status()).as("%s", reverting).isEqualTo(200);
        int number = reverting.body().path("row").path("changeNumber").asInt();
        JsonNode change = engineer.get("/api/changes/" + number).body();
        assertThat(change.path("title").asString()).contains("Bring dun-ac-2 back");
        ChangeStory story = new ChangeStory(port);
        engineer.post(
                "/api/changes/" + number + "/submission",
                Map.of("version", change.path("version").asInt()));
        story.approve(number);
        story.bookIntoOpenWindow(number);
        JsonNode ended =
                story.awaitEnd(ChangeStory.ok(story.manager().post("/api/changes/" + number + "/runs", Map.of()))
                        .path("id")
                        .asLong());
        assertThat(ended.path("state").asString()).as("%s", ended).isEqualTo("SUCCEEDED");
        assertThat(running("dun-ac-2")).isEqualTo(before);
        JsonNode finding =
                engineer.get("/api/drift/findings/" + row.path("id").asLong()).body();
        assertThat(finding.path("row").path("state").asString()).isEqualTo("REVERTED");
        assertThat(finding.path("entries").toString()).contains("has brought the device back");
    }

    @Test
    void aChangeElsewhereOnTheDeviceDoesNotAbsorbWhatWasFound() {
        HandEdit.lines(PRACTICE, "dun-ac-1", "vlan 918\n  name unexplained");
        round("DRIFT", "dun-ac-1");
        ChangeStory story = new ChangeStory(port);
        JsonNode ended = story.awaitEnd(story.startedRun(
                "Contact of Dunmarsh", Map.of("dun-ac-1", "contact harbour office, Dunmarsh\n"), List.of()));
        assertThat(ended.path("state").asString()).as("%s", ended).isEqualTo("SUCCEEDED");
        JsonNode row = open("dun-ac-1");
        assertThat(row.path("state").asString()).isEqualTo("OPEN");
        JsonNode finding =
                engineer.get("/api/drift/findings/" + row.path("id").asLong()).body();
        assertThat(finding.path("rows").toString())
                .as("the new contact is expected now, the VLAN still is not")
                .contains("unexplained")
                .doesNotContain("\"CHANGED\"");
        assertThat(finding.path("wayBack").toString()).contains("no vlan 918").doesNotContain("contact");
        decide(row, "ADOPT", Map.of());
        story.awaitEnd(story.startedRun(
                "No vlan 918", Map.of("dun-ac-1", "no vlan 918\ncontact watch room, Dunmarsh\n"), List.of()));
    }

    @Test
    void unsavedDevicesAreToldWithWhatWouldBeLostAndAPersonSavesThem() {
        HandEdit.contact(PRACTICE, "gan-rl-b", "not saved");
        round("DRIFT", "gan-rl-b");
        JsonNode unsaved = row(engineer.get("/api/drift/unsaved").body(), "gan-rl-b");
        assertThat(unsaved.path("summary").asString()).startsWith("1 line changed: system");
        assertThat(unsaved.path("matches").asBoolean()).isFalse();
        assertThat(ApiClient.loggedIn(port, "jvane")
                        .post("/api/rounds", Map.of("action", "SAVE", "argument", "", "devices", List.of("gan-rl-b")))
                        .status())
                .isEqualTo(403);
        ApiClient administrator = ApiClient.loggedIn(port, "abrill");
        administrator.put("/api/devices/gan-rl-b/stance", Map.of("stance", "OBSERVE"));
        assertThat(round("SAVE", "gan-rl-b")).contains("stance observe");
        administrator.put("/api/devices/gan-rl-b/stance", Map.of("stance", "MANAGED"));
        assertThat(round("SAVE", "gan-rl-b")).startsWith("Saved.");
        assertThat(startup("gan-rl-b")).contains("not saved");
        assertThat(row(engineer.get("/api/drift/unsaved").body(), "gan-rl-b").isMissingNode())
                .isTrue();
        decide(open("gan-rl-b"), "ADOPT", Map.of());
    }

    private static JsonNode row(JsonNode rows, String device) {
        for (JsonNode row : rows) {
            if (row.path("device").asString().equals(device)) {
                return row;
            }
        }
        return tools.jackson.databind.node.MissingNode.getInstance();
    }

    @Test
    void whatChangedSinceTellsChangesRestoresAndWhatHappenedOutside() {
        JsonNode all = engineer.get("/api/drift/changed?since=" + Instant.now().minus(Duration.ofDays(1)))
                .body();
        assertThat(all.toString()).contains("\"CHANGE\"").contains("1001");
        HandEdit.contact(PRACTICE, "cdq-gw-a", "told by nobody");
        Instant before = Instant.now();
        round("DRIFT", "cdq-gw-a");
        JsonNode newest = row(
                engineer.get("/api/drift/changed?since=" + before.minusSeconds(1))
                        .body(),
                "cdq-gw-a");
        assertThat(newest.path("source").asString()).isEqualTo("OUTSIDE");
        assertThat(newest.path("touches").get(0).asString()).startsWith("contact");
        assertThat(newest.path("findingId").asLong())
                .isEqualTo(open("cdq-gw-a").path("id").asLong());
        assertThat(newest.path("notBefore").asString())
                .isLessThan(newest.path("at").asString());
        assertThat(engineer.get("/api/drift/devices/cdq-gw-a/since?at=" + before.minusSeconds(1))
                        .body()
                        .path("rows")
                        .toString())
                .contains("told by nobody");
        assertThat(engineer.get("/api/drift/devices/cdq-gw-a/since?at=2020-01-01T00:00:00Z")
                        .detail())
                .contains("first version is younger");
        assertThat(engineer.get("/api/drift/changed?since=noon").status()).isEqualTo(422);
        assertThat(engineer.get("/api/drift/changed?since=2001-01-01T00:00:00Z").status())
                .isEqualTo(422);
        decide(open("cdq-gw-a"), "ADOPT", Map.of());
    }

    @Test
    void twoPeopleWhoDecideAtOnceAreToldApart() {
        HandEdit.contact(PRACTICE, "ald-gw-a", "decided about once");
        round("DRIFT", "ald-gw-a");
        JsonNode seen = open("ald-gw-a");
        assertThat(decide(seen, "LINK", Map.of("changeNumber", 999_999)).status())
                .isEqualTo(422);
        Answer linked = decide(seen, "LINK", Map.of("changeNumber", 1001));
        assertThat(linked.body().path("row").path("state").asString()).isEqualTo("LINKED");
        assertThat(decide(seen, "ADOPT", Map.of()).status()).isEqualTo(409);
        JsonNode reopened = decide(open("ald-gw-a"), "REOPEN", Map.of()).body();
        assertThat(reopened.path("row").path("changeNumber").isNull()).isTrue();
        decide(open("ald-gw-a"), "ADOPT", Map.of());
    }
}
