package io.safestep.app.approval;

import static io.safestep.app.testing.ChangeStory.ok;

import io.safestep.app.people.PeopleTest;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import tools.jackson.databind.JsonNode;

/** For tests of changes under approval rules: the rules of each are gone afterwards. */
abstract class RuledChangesTest extends PeopleTest {

    static final String ACCESS = "dun-ac-1";
    static final String QUAY = "cdq-gw-a";

    ChangeStory story;
    Instant begun;

    @BeforeEach
    void theStory() {
        awaitWholeDemo();
        begun = Instant.now();
        story = new ChangeStory(port);
    }

    @AfterEach
    void noRules() {
        jdbc.update("delete from site_team where team_id in (select id from team where name like 'Test %')");
        jdbc.update("delete from approval_rule_version where changed_at >= ?", Timestamp.from(begun));
        jdbc.update("delete from approval_rule where id not in (select rule_id from approval_rule_version)");
        jdbc.update("delete from approval where person_id in (select id from person where login like 'test-%')");
        jdbc.update("delete from team where name like 'Test %'");
    }

    ApiClient approver(String login) {
        return comesIn(invited(login, "APPROVER"));
    }

    long team(String name, String... members) {
        return ok(administrator.post("/api/teams", Map.of("name", name, "members", List.of(members))))
                .path("id")
                .asLong();
    }

    static Map<String, Object> when(Map<String, Object> part) {
        Map<String, Object> when = new HashMap<>(Map.of(
                "about", "NORMAL", "leastRisk", "LOW", "leastDevices", 1, "topics", List.of(), "sites", List.of()));
        when.putAll(Map.of(
                "groups", List.of(), "roles", List.of(), "platforms", List.of(), "unproven", false, "cutsPath", false));
        when.put("services", false);
        when.put("outsideWindows", false);
        when.putAll(part);
        return when;
    }

    static Map<String, Object> who(String kind, Long team, int howMany) {
        Map<String, Object> who = new HashMap<>(Map.of("kind", kind, "people", List.of(), "howMany", howMany));
        who.put("team", team);
        return who;
    }

    static Map<String, Object> rule(
            String name, Map<String, Object> when, Map<String, Object> who, Map<String, Object> terms) {
        Map<String, Object> all = new HashMap<>(Map.of("turn", 1, "readAll", false, "runnerApart", false));
        all.putAll(terms);
        return Map.of("name", name, "active", true, "when", when(when), "who", who, "terms", all, "version", 0);
    }

    JsonNode added(Map<String, Object> rule) {
        return ok(administrator.post("/api/approval-rules", rule));
    }

    int submitted(String... devices) {
        Map<String, String> lines = new LinkedHashMap<>();
        for (String device : devices) {
            lines.put(device, contact(device, "by rule " + System.nanoTime()));
        }
        return story.submitted("Whom to call at night", lines, List.of());
    }

    Answer decide(ApiClient who, int number, String verdict) {
        return decide(who, number, verdict, List.of());
    }

    Answer decide(ApiClient who, int number, String verdict, List<String> opened) {
        String seal = who.get("/api/changes/" + number).body().path("seal").asString();
        opened.forEach(device -> ok(who.get("/api/changes/" + number + "/devices/" + device)));
        return who.post(
                "/api/changes/" + number + "/approvals", Map.of("verdict", verdict, "comment", "looked", "seal", seal));
    }

    String state(int number) {
        return story.engineer()
                .get("/api/changes/" + number)
                .body()
                .path("state")
                .asString();
    }

    static JsonNode next(ApiClient who, int number) {
        return ok(who.get("/api/changes/" + number + "/next")).path("step");
    }

    static List<String> texts(JsonNode list, String field) {
        List<String> texts = new ArrayList<>();
        list.forEach(one -> texts.add(one.path(field).asString("")));
        return texts;
    }

    JsonNode needs(ApiClient who, int number) {
        return ok(who.get("/api/changes/" + number + "/needs"));
    }
}
