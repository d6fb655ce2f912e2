package io.safestep.app.approval;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A change that can't wait: one other person lets it run, and it is reviewed afterwards. */
class EmergencyTest extends SafeStepTest {

    private ChangeStory story;

    @BeforeEach
    void logIn() {
        awaitWholeDemo();
        story = new ChangeStory(port);
    }

    private JsonNode submittedEmergency() {
        Map<String, Object> content = new HashMap<>(
                ChangeStory.content(0, "Tonight", Map.of("cdq-ac-2", "base\n  place emergency\n"), List.of()));
        content.put("emergencyReason", "The gates are shut.");
        JsonNode draft = ok(story.engineer().post("/api/changes", content));
        return ok(story.engineer()
                .post(
                        "/api/changes/" + draft.path("number").asInt() + "/submission",
                        Map.of("version", draft.path("version").asInt())));
    }

    @Test
    void itRunsWithOneOtherPersonAndIsClosedOnlyWhenReviewed() {
        ApiClient operator = ApiClient.loggedIn(port, "pquill");
        JsonNode change = submittedEmergency();
        int number = change.path("number").asInt();
        String seal = change.path("seal").asString();
        String path = "/api/changes/" + number;
        assertThat(story.manager().post(path + "/runs", Map.of()).status())
                .as("not before it was released")
                .isEqualTo(409);
        Map<String, Object> release = Map.of("reason", "Seen it myself.", "seal", seal);
        assertThat(story.engineer().post(path + "/release", release).status())
                .as("four eyes")
                .isEqualTo(403);
        assertThat(operator.post(path + "/release", Map.of("reason", " ", "seal", seal))
                        .status())
                .isEqualTo(422);
        assertThat(operator.post(path + "/release", Map.of("reason", "x", "seal", "another"))
                        .status())
                .as("not what was looked at")
                .isEqualTo(409);
        ok(operator.post(path + "/release", release));

        long run = ok(story.manager().post(path + "/runs", Map.of())).path("id").asLong();
        assertThat(story.awaitEnd(run).path("state").asString()).isEqualTo("SUCCEEDED");
        assertThat(running("cdq-ac-2")).contains("emergency");

        Answer unreviewed = story.manager().post(path + "/closure", Map.of("note", "Works again."));
        assertThat(unreviewed.status()).isEqualTo(409);
        assertThat(unreviewed.detail()).contains("has to review it first");
        assertThat(story.approver().get(path + "/next").body().path("mayReview").asBoolean())
                .isTrue();
        assertThat(operator.get(path + "/next").body().path("mayReview").asBoolean())
                .isFalse();
        assertThat(operator.post(path + "/review", Map.of("comment", "Fine.")).status())
                .as("who may not approve may not review")
                .isEqualTo(403);
        assertThat(story.approver()
                        .post(path + "/review", Map.of("comment", ""))
                        .status())
                .isEqualTo(422);
        ok(story.approver().post(path + "/review", Map.of("comment", "The right thing to do.")));
        JsonNode closed = ok(story.manager().post(path + "/closure", Map.of("note", "Works again.")));
        assertThat(closed.path("category").asString()).as("for ever").isEqualTo("EMERGENCY");
        assertThat(story.manager()
                        .get("/api/record?subject=CR-" + number)
                        .body()
                        .toString())
                .contains("Seen it myself.")
                .contains("reviewed after an emergency");
    }

    @Test
    void whatIsNoEmergencyCantBeReleased() {
        int number = story.submitted("Not tonight", Map.of("cdq-ac-2", "base\n  place calm\n"), List.of());
        String path = "/api/changes/" + number;
        String seal = story.manager().get(path).body().path("seal").asString();
        assertThat(story.manager()
                        .post(path + "/release", Map.of("reason", "x", "seal", seal))
                        .detail())
                .contains("is no emergency");
        assertThat(story.approver()
                        .post(path + "/review", Map.of("comment", "x"))
                        .status())
                .isEqualTo(409);
        story.approve(number);
        assertThat(story.manager().post(path + "/runs", Map.of()).detail())
                .as("an approval alone is no window")
                .contains("not booked into a window");
    }
}
