package io.safestep.app.standard;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.ChangeMoved;
import io.safestep.app.job.RegularJob;
import io.safestep.app.people.PeopleTest;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.core.change.ChangeAction;
import java.sql.Timestamp;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** What is done often is approved once, and only within its bounds. */
class StandardChangesTest extends PeopleTest {

    private static final String SWITCH = "brn-ac-2";

    @Autowired
    private List<RegularJob> jobs;

    @Autowired
    private ApplicationEventPublisher events;

    @Autowired
    private TransactionTemplate transaction;

    private ChangeStory story;
    private long template;
    private String name;

    @BeforeEach
    void theStory() {
        awaitWholeDemo();
        story = new ChangeStory(port);
        name = "Test ports " + System.nanoTime();
        template = story.engineer().get("/api/templates").body().findParents("versionId").stream()
                .filter(t -> t.path("name").asString().equals("Port of an access switch"))
                .findFirst()
                .orElseThrow()
                .path("versionId")
                .asLong();
    }

    @AfterEach
    void noStandardChanges() {
        story.engineer().get("/api/standard-changes").body().forEach(s -> {
            if (s.path("name").asString().startsWith("Test ")
                    && !s.path("state").asString().equals("RETIRED")) {
                ok(story.engineer().post("/api/standard-changes/" + s.path("id").asLong() + "/retirement", Map.of()));
            }
        });
    }

    private Map<String, Object> wanted(int number, Map<String, Object> part) {
        Map<String, Object> vlan = new HashMap<>(Map.of("kind", "ONE_OF", "oneOf", List.of("40", "60")));
        vlan.putAll(Map.of("within", List.of(), "pattern", ""));
        Map<String, Object> bounds = new HashMap<>(Map.of("values", Map.of("vlan", vlan), "mostDevices", 1));
        bounds.put("mostAtOnce", 1);
        bounds.put("roles", List.of("access"));
        List.of("sites", "groups", "checks", "windows").forEach(set -> bounds.put(set, List.of()));
        Map<String, Object> standard = new HashMap<>(Map.of("number", number, "name", name, "purpose", "Every week."));
        standard.put("templateVersion", template);
        standard.put("examples", Map.of("port", "30", "purpose", "kiosk", "vlan", "40"));
        standard.put("validUntil", LocalDate.now().plusDays(30).toString());
        part.forEach((key, value) -> (standard.containsKey(key) ? standard : bounds).put(key, value));
        standard.put("bounds", bounds);
        return standard;
    }

    private JsonNode written(Map<String, Object> part) {
        return ok(story.engineer().post("/api/standard-changes", wanted(0, part)));
    }

    private JsonNode asked(JsonNode standard) {
        return ok(story.engineer()
                .post(
                        "/api/standard-changes/" + standard.path("id").asLong() + "/submission",
                        Map.of("number", standard.path("written").path("number").asInt())));
    }

    private static Answer decide(ApiClient who, JsonNode standard, String verdict, String comment) {
        return who.post(
                "/api/standard-changes/" + standard.path("id").asLong() + "/approvals",
                Map.of(
                        "verdict",
                        verdict,
                        "comment",
                        comment,
                        "seal",
                        standard.path("written").path("seal").asString()));
    }

    private JsonNode inForce(Map<String, Object> part) {
        return ok(decide(story.approver(), asked(written(part)), "APPROVED", ""));
    }

    private Map<String, Object> use(JsonNode standard, String device, String vlan) {
        Map<String, Object> content = new HashMap<>(ChangeStory.content(0, "A kiosk in the hall", Map.of(), List.of()));
        content.put("standard", standard.path("id").asLong());
        content.put(
                "targets",
                List.of(Map.of(
                        "device",
                        device,
                        "way",
                        "TEMPLATE",
                        "lines",
                        "",
                        "template",
                        template,
                        "values",
                        Map.of("port", "31", "purpose", "kiosk " + System.nanoTime() % 1000, "vlan", vlan))));
        return content;
    }

    private JsonNode submitted(Map<String, Object> content) {
        JsonNode draft = ok(story.engineer().post("/api/changes", content));
        return ok(story.engineer()
                .post(
                        "/api/changes/" + draft.path("number").asInt() + "/submission",
                        Map.of("version", draft.path("version").asInt())));
    }

    private void theClockIsLookedAt() {
        jobs.stream()
                .filter(j -> j.name().equals("approval-clock"))
                .findFirst()
                .orElseThrow()
                .execute();
    }

    private JsonNode needs(JsonNode change) {
        return ok(story.engineer().get("/api/changes/" + change.path("number").asInt() + "/needs"));
    }

    private String state(JsonNode change) {
        return ok(story.engineer().get("/api/changes/" + change.path("number").asInt()))
                .path("state")
                .asString();
    }

    @Test
    void withinItsBoundsAChangeNeedsNoApprovalOfItsOwn() {
        JsonNode standard = inForce(Map.of());
        assertThat(standard.path("inForce").path("state").asString()).isEqualTo("IN_FORCE");
        assertThat(standard.path("inForce").path("devices").toString())
                .contains(SWITCH)
                .doesNotContain("brn-gw-a");

        JsonNode change = submitted(use(standard, SWITCH, "60"));
        assertThat(change.path("state").asString()).isEqualTo("APPROVED");
        assertThat(change.path("category").asString()).isEqualTo("STANDARD");
        assertThat(needs(change).path("standard").path("inside").asBoolean()).isTrue();
        JsonNode next =
                ok(story.engineer().get("/api/changes/" + change.path("number").asInt() + "/next"));
        assertThat(next.path("step").path("kind").asString()).isEqualTo("BOOK");
        assertThat(next.path("ladder").toString()).contains("standard: " + name);
        assertThat(ok(story.engineer()
                                .get("/api/record?subject="
                                        + change.path("subject").asString()))
                        .toString())
                .contains("Within the bounds of the standard change " + name + ", version 1");
        JsonNode uses = ok(story.engineer()
                        .get("/api/standard-changes/" + standard.path("id").asLong()))
                .path("uses");
        assertThat(uses).hasSize(1);
        assertThat(uses.get(0).path("number")).isEqualTo(change.path("number"));
    }

    @Test
    void outsideThemItIsANormalChangeAndSaysWhy() {
        JsonNode standard = inForce(Map.of());
        JsonNode change = submitted(use(standard, SWITCH, "70"));
        assertThat(change.path("state").asString()).isEqualTo("IN_REVIEW");
        assertThat(change.path("category").asString()).isEqualTo("NORMAL");
        assertThat(needs(change).path("standard").path("outside").toString())
                .contains(SWITCH + ": vlan is 70; approved for one of 40, 60.");
        assertThat(needs(change).path("needs")).isNotEmpty();
    }

    @Test
    void whatWasApprovedIsWhatCountsAndNotWhatHasComeSince() {
        JsonNode standard = inForce(Map.of());
        // Somebody widens it: that counts once it is approved.
        JsonNode wider = ok(story.engineer()
                .put("/api/standard-changes/" + standard.path("id").asLong(), wanted(1, Map.of("values", Map.of()))));
        assertThat(wider.path("written").path("number").asInt()).isEqualTo(2);
        assertThat(submitted(use(standard, SWITCH, "70")).path("state").asString())
                .isEqualTo("IN_REVIEW");
        ok(decide(story.approver(), asked(wider), "APPROVED", ""));
        assertThat(submitted(use(standard, SWITCH, "70")).path("state").asString())
                .isEqualTo("APPROVED");
    }

    @Test
    void whoWroteItDoesNotApproveItAndARuleForItAsksForMore() {
        JsonNode asked = asked(written(Map.of()));
        assertThat(decide(story.engineer(), asked, "APPROVED", "").status()).isEqualTo(403);
        assertThat(decide(story.approver(), asked, "RETURNED", "").body().toString())
                .contains("Say why");
        assertThat(decide(story.approver(), asked, "REJECTED", "no").status()).isEqualTo(422);
        assertThat(ok(story.approver().get("/api/now")).path("standards").toString())
                .contains(name);
        assertThat(ok(story.engineer().get("/api/now")).path("standards").toString())
                .doesNotContain(name);
        JsonNode back = ok(decide(story.approver(), asked, "RETURNED", "One VLAN is enough."));
        assertThat(back.path("written").path("state").asString()).isEqualTo("RETURNED");
        assertThat(ok(story.engineer().get("/api/now")).path("standards").toString())
                .contains(name);
        assertThat(decide(story.approver(), asked, "APPROVED", "").status()).isEqualTo(409);
        assertThat(ok(story.engineer().get("/api/notices")).toString())
                .contains("came back to you")
                .contains("One VLAN is enough.");
    }

    @Test
    void nobodyPassesTheRulesOfTheHouseByIt() {
        Map<String, Object> when = new HashMap<>(Map.of("about", "STANDARD", "leastRisk", "LOW", "leastDevices", 1));
        List.of("topics", "sites", "groups", "roles", "platforms").forEach(set -> when.put(set, List.of()));
        List.of("unproven", "cutsPath", "services", "outsideWindows").forEach(flag -> when.put(flag, false));
        long rule = ok(administrator.post(
                        "/api/approval-rules",
                        Map.of(
                                "name",
                                "Test of standard changes",
                                "active",
                                true,
                                "when",
                                when,
                                "who",
                                Map.of("kind", "PEOPLE", "people", List.of("hloman"), "howMany", 1),
                                "terms",
                                Map.of("turn", 1, "readAll", false, "runnerApart", false),
                                "version",
                                0)))
                .path("id")
                .asLong();
        try {
            JsonNode asked = asked(written(Map.of("roles", List.of("access", "core"))));
            assertThat(asked.path("written").path("needs").toString())
                    .contains("H. Loman")
                    .contains("it is a standard change");
            assertThat(decide(story.approver(), asked, "APPROVED", "").body().toString())
                    .contains("Yours is not among the approvals");
            assertThat(ok(ApiClient.loggedIn(port, "hloman").get("/api/notices"))
                            .toString())
                    .contains("The standard change " + name + " waits for your decision");
            // Safe Step only reads from the cores: nothing is approved for them.
            assertThat(asked.path("written").path("devices").toString())
                    .contains(SWITCH)
                    .doesNotContain("ops-co-a");
        } finally {
            ok(administrator.delete("/api/approval-rules/" + rule));
        }
    }

    @Test
    void whenItEndsWhatHasNotRunNeedsApprovalsAndLosesItsPlace() {
        JsonNode standard = inForce(Map.of());
        JsonNode change = submitted(use(standard, SWITCH, "60"));
        ok(story.approver()
                .post(
                        "/api/standard-changes/" + standard.path("id").asLong() + "/suspension",
                        Map.of("why", "Kiosks of another make.")));
        theClockIsLookedAt();
        assertThat(state(change)).isEqualTo("IN_REVIEW");
        assertThat(needs(change).path("standard").path("inside").asBoolean()).isFalse();
        assertThat(needs(change).path("standard").path("outside").toString()).contains("Kiosks of another make.");
        assertThat(submitted(use(standard, SWITCH, "60")).path("state").asString())
                .isEqualTo("IN_REVIEW");
        // It comes back by a new version alone.
        JsonNode anew = ok(story.engineer()
                .put("/api/standard-changes/" + standard.path("id").asLong(), wanted(1, Map.of())));
        ok(decide(story.approver(), asked(anew), "APPROVED", ""));
        assertThat(submitted(use(standard, SWITCH, "60")).path("state").asString())
                .isEqualTo("APPROVED");
    }

    @Test
    void itLetsNothingThroughAfterItsLastDay() {
        JsonNode standard = inForce(Map.of());
        JsonNode change = submitted(use(standard, SWITCH, "60"));
        jdbc.update(
                "update standard_version set valid_until = ? where standard_id = ?",
                Timestamp.from(Instant.now().minusSeconds(1)),
                standard.path("id").asLong());
        theClockIsLookedAt();
        assertThat(state(change)).isEqualTo("IN_REVIEW");
        assertThat(needs(change).path("standard").path("outside").toString()).contains("was valid until");
    }

    @Test
    void threeUsesInARowThatGoWrongSuspendIt() {
        JsonNode standard = inForce(Map.of());
        for (int i = 0; i < 3; i++) {
            assertThat(standing(standard)).isEqualTo("IN_FORCE");
            ranAndWasRolledBack(submitted(use(standard, SWITCH, "60")));
        }
        assertThat(standing(standard)).isEqualTo("SUSPENDED");
    }

    private String standing(JsonNode standard) {
        return ok(story.engineer()
                        .get("/api/standard-changes/" + standard.path("id").asLong()))
                .path("inForce")
                .path("state")
                .asString();
    }

    /** As a run leaves it: how a run ends is tried elsewhere. */
    private void ranAndWasRolledBack(JsonNode change) {
        int number = change.path("number").asInt();
        transaction.executeWithoutResult(s -> {
            jdbc.update(
                    "insert into run (change_id, state, seal, started_by, started_at, ended_at, estimated_end, turn_back_at,"
                            + " window_opens_at, window_closes_at, verdict) select id, 'ROLLED_BACK', seal, 'pquill', now(),"
                            + " now(), now(), now(), now(), now(), 'A check failed.' from change_request where number = ?",
                    number);
            jdbc.update("update change_request set state = 'ROLLED_BACK' where number = ?", number);
            events.publishEvent(new ChangeMoved(number, ChangeAction.RUN_ROLLED_BACK, AuditLog.SAFE_STEP));
        });
    }

    @Test
    void aUseIsBookedOnlyIntoWindowsForWhichItWasApproved() {
        JsonNode windows = story.engineer().get("/api/windows").body();
        long other = windows.get(0).path("id").asLong();
        JsonNode standard = inForce(Map.of("windows", List.of(other)));
        JsonNode change = submitted(use(standard, SWITCH, "60"));
        JsonNode placement =
                ok(story.engineer().get("/api/changes/" + change.path("number").asInt() + "/booking"));
        JsonNode opening = placement
                .path("openings")
                .valueStream()
                .filter(o -> o.path("windowId").asLong() != other)
                .filter(o -> o.path("fits").asBoolean())
                .findFirst()
                .orElseThrow();
        Answer refused = story.engineer()
                .post(
                        "/api/changes/" + change.path("number").asInt() + "/booking",
                        Map.of(
                                "windowId",
                                opening.path("windowId").asLong(),
                                "opensAt",
                                opening.path("opensAt").asString(),
                                "automatic",
                                false));
        assertThat(refused.body().toString()).contains("was not approved for this window");
    }

    @Test
    void whoSeesOneSiteIsToldNothingOfOthers() {
        ApiClient local = ApiClient.loggedIn(port, "kstrand");
        long id = ok(local.get("/api/standard-changes"))
                .valueStream()
                .filter(s -> s.path("name").asString().startsWith("A port for a kiosk"))
                .findFirst()
                .orElseThrow()
                .path("id")
                .asLong();
        JsonNode standard = ok(local.get("/api/standard-changes/" + id));
        assertThat(standard.path("inForce").path("words").toString())
                .contains("at Dunmarsh or a site outside your scope")
                .doesNotContain("Brinehaven");
        assertThat(standard.path("inForce").path("devices").toString())
                .contains("dun-ac-1")
                .doesNotContain("brn-ac-1");
        assertThat(standard.path("inForce").path("others").asInt()).isEqualTo(2);
        assertThat(local.get("/api/standard-changes/" + id + "/example/brn-ac-1")
                        .status())
                .isEqualTo(404);
    }

    @Test
    void nonsenseIsRefusedWithASentence() {
        Map<String, Object> bad = wanted(0, Map.of("validUntil", "2020-01-01", "checks", List.of("no such check")));
        assertThat(story.engineer().post("/api/standard-changes", bad).body().toString())
                .contains("That day is over")
                .contains("There is no check called no such check");
        assertThat(story.engineer()
                        .post("/api/standard-changes", wanted(0, Map.of("templateVersion", 999_999)))
                        .body()
                        .toString())
                .contains("Choose a template");
        Map<String, Object> emergency = new HashMap<>(use(inForce(Map.of()), SWITCH, "60"));
        emergency.put("emergencyReason", "Now.");
        assertThat(story.engineer().post("/api/changes", emergency).body().toString())
                .contains("An emergency is no use of a standard change");
        emergency.remove("emergencyReason");
        emergency.put("standard", 999_999);
        assertThat(story.engineer().post("/api/changes", emergency).body().toString())
                .contains("There is no such standard change");
        assertThat(story.approver()
                        .post("/api/standard-changes", wanted(0, Map.of()))
                        .status())
                .isEqualTo(403);
    }
}
