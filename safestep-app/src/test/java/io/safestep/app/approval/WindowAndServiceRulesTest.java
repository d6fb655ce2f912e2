package io.safestep.app.approval;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Rules that ask the teams of services, and rules about changes outside the usual windows. */
class WindowAndServiceRulesTest extends RuledChangesTest {

    private JsonNode service(String name) {
        for (JsonNode service : ok(administrator.get("/api/services"))) {
            if (service.path("name").asString().equals(name)) {
                return service;
            }
        }
        throw new AssertionError("no service " + name);
    }

    private Answer belongsTo(JsonNode service, Long team) {
        Map<String, Object> request = new HashMap<>();
        for (String field : List.of("version", "name", "description", "address", "port", "severity", "settleSeconds")) {
            request.put(field, service.path(field));
        }
        request.put("ends", service.path("ends"));
        request.put("team", team);
        return story.engineer().put("/api/services/" + service.path("id").asLong(), request);
    }

    @Test
    void theTeamOfAServiceIsAskedAboutWhatIsNearIt() {
        ApiClient owner = approver("test-owner");
        long team = team("Test owners", "test-owner");
        String near = ok(administrator.get("/api/services")).get(0).path("name").asString();
        JsonNode service = service(near);
        String device = service.path("ends").get(0).path("device").asString();
        assertThat(belongsTo(service, 999_999L).body().toString()).contains("Choose a team.");
        assertThat(ok(administrator.post(
                                "/api/approval-rules/effect",
                                Map.of("rule", rule("Owners", Map.of(), who("SERVICE_TEAM", null, 1), Map.of()))))
                        .toString())
                .contains("These services belong to no team yet: ");
        ok(belongsTo(service, team));
        try {
            added(rule("Owners of services", Map.of(), who("SERVICE_TEAM", null, 1), Map.of()));
            int number = submitted(device);
            assertThat(texts(needs(story.engineer(), number).path("needs"), "of"))
                    .contains("team Test owners for " + near);
            assertThat(next(owner, number).path("yours").asBoolean()).isTrue();
            ok(story.engineer().post("/api/changes/" + number + "/withdrawal", Map.of()));
        } finally {
            ok(belongsTo(service(near), null));
        }
    }

    @Test
    void whatIsToRunOutsideTheUsualWindowsSaysSoAndNeedsWhatTheRuleAsksFor() {
        ApiClient master = approver("test-master");
        long team = team("Test masters", "test-master");
        long window = once();
        int usual = submitted(ACCESS);
        added(rule("At other times", Map.of("outsideWindows", true), who("TEAM", team, 1), Map.of()));
        story.approve(usual);
        Answer refused = book(usual, window);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body().toString())
                .contains("Test night opens once", "the rule At other times", "say in the change");

        int number = outside();
        JsonNode needs = needs(story.engineer(), number);
        assertThat(texts(needs.path("needs"), "of")).containsExactly("team Test masters");
        assertThat(texts(needs.path("needs"), "because")).containsExactly("it is to run outside the usual windows");
        ok(decide(master, number, "APPROVED"));
        ok(book(number, window));
        ok(story.manager().delete("/api/changes/" + number + "/booking"));
        for (int ended : List.of(usual, number)) {
            ok(story.engineer().post("/api/changes/" + ended + "/withdrawal", Map.of()));
        }
        jdbc.update("delete from booking where window_id = ?", window);
        jdbc.update("delete from change_window where id = ?", window);
    }

    private long once() {
        String day = LocalDate.now(ZoneId.of("UTC")).plusDays(2).toString();
        return ok(story.manager()
                        .post(
                                "/api/windows",
                                Map.of("name", "Test night", "firstDay", day, "opens", "01:00", "closes", "04:00")))
                .path("id")
                .asLong();
    }

    private Answer book(int number, long window) {
        for (JsonNode opening :
                ok(story.manager().get("/api/changes/" + number + "/booking")).path("openings")) {
            if (opening.path("windowId").asLong() == window) {
                return story.book(number, opening, false);
            }
        }
        throw new AssertionError("the window does not open");
    }

    private int outside() {
        Map<String, Object> content = new HashMap<>(ChangeStory.content(
                0, "At another time", Map.of(ACCESS, contact(ACCESS, "outside " + System.nanoTime())), List.of()));
        content.put("order", Map.of("failureRule", "UNDO_ALL", "pauseSeconds", 0, "outsideWindows", true));
        JsonNode draft = ok(story.engineer().post("/api/changes", content));
        int number = draft.path("number").asInt();
        ok(story.engineer()
                .post(
                        "/api/changes/" + number + "/submission",
                        Map.of("version", draft.path("version").asInt())));
        return number;
    }
}
