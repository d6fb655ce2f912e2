package io.safestep.app.change;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A change is written once more. */
class CopyTest extends SafeStepTest {

    private ChangeStory story;

    @BeforeEach
    void theStory() {
        awaitWholeDemo();
        story = new ChangeStory(port);
    }

    @Test
    void whatCameBackIsWrittenOnceMoreBySomebodyElse() {
        int number = story.submitted("Whom to call", Map.of("cdq-gw-a", contact("cdq-gw-a", "copied")), List.of());
        JsonNode copy = ok(story.manager().post("/api/changes/" + number + "/copy", Map.of()));
        assertThat(copy.path("number").asInt()).isNotEqualTo(number);
        assertThat(copy.path("state").asString()).isEqualTo("DRAFT");
        assertThat(copy.path("author").asString()).isEqualTo("mtarrant");
        assertThat(copy.path("title").asString()).isEqualTo("Whom to call");
        assertThat(copy.path("targets").path(0).path("lines").asString()).contains("copied");
        assertThat(copy.path("seal").asString())
                .as("the same content")
                .isEqualTo(story.engineer()
                        .get("/api/changes/" + number)
                        .body()
                        .path("seal")
                        .asString());
    }

    @Test
    void whatWasLearntComesAlong() {
        long run = story.startedRun("Learnt", Map.of("cdq-gw-a", contact("cdq-gw-a", "learnt")), List.of());
        int number = story.awaitEnd(run).path("number").asInt();
        ok(story.manager().post("/api/changes/" + number + "/closure", Map.of("note", "The crew was not told.")));
        JsonNode copy = ok(story.engineer().post("/api/changes/" + number + "/copy", Map.of()));
        assertThat(copy.path("reason").asString())
                .isEqualTo("Because the harbour master asked.\n\nCR-" + number + " was closed: The crew was not told.");
    }

    @Test
    void secretsThatOnlyTheAuthorSeesAreNotCopiedByOthers() {
        int number = story.submitted("A secret", Map.of("cdq-gw-a", "user porter password grey-seal-7\n"), List.of());
        Answer refused = story.manager().post("/api/changes/" + number + "/copy", Map.of());
        assertThat(refused.status()).as("%s", refused).isEqualTo(409);
        assertThat(refused.detail())
                .isEqualTo("CR-" + number + " holds secrets that only R. Oake, its author, sees: on cdq-gw-a. Have them"
                        + " copy it.");
        ok(story.engineer().post("/api/changes/" + number + "/copy", Map.of()));
    }
}
