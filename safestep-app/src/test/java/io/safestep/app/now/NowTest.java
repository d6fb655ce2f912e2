package io.safestep.app.now;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Each person is told what waits for them, and nothing that waits for others. */
class NowTest extends SafeStepTest {

    private String need(String login, int number) {
        for (JsonNode need :
                ApiClient.loggedIn(port, login).get("/api/now").body().path("needsYou")) {
            if (need.path("number").asInt() == number) {
                return need.path("kind").asString();
            }
        }
        return "nothing";
    }

    @Test
    void theSameChangeAsksDifferentThingsOfDifferentPeople() {
        ChangeStory story = new ChangeStory(port);
        int number = story.submitted("Asks people", Map.of("brn-ac-1", "contact pier 3\n"), List.of());
        assertThat(need("dfennimore", number)).isEqualTo("DECIDE");
        assertThat(need("hloman", number)).isEqualTo("DECIDE");
        assertThat(need("roake", number)).isEqualTo("nothing");
        assertThat(need("jvane", number)).isEqualTo("nothing");

        story.approve(number);
        assertThat(need("dfennimore", number)).isEqualTo("nothing");
        assertThat(need("roake", number)).isEqualTo("BOOK");
        assertThat(need("mtarrant", number)).isEqualTo("BOOK");

        story.bookIntoOpenWindow(number);
        assertThat(need("pquill", number)).isEqualTo("START");
        assertThat(need("dfennimore", number)).isEqualTo("nothing");

        long run = story.manager()
                .post("/api/changes/" + number + "/runs", Map.of())
                .body()
                .path("id")
                .asLong();
        story.awaitEnd(run);
        assertThat(need("roake", number)).isEqualTo("CLOSE");
        assertThat(need("pquill", number)).isEqualTo("nothing");
        assertThat(ApiClient.loggedIn(port, "iseaver")
                        .get("/api/now")
                        .body()
                        .path("recent")
                        .toString())
                .contains("CR-" + number);

        story.engineer().post("/api/changes/" + number + "/closure", Map.of("note", "Fine."));
        assertThat(need("roake", number)).isEqualTo("nothing");
    }

    @Test
    void theOpenWindowComesFirst() {
        JsonNode window =
                ApiClient.loggedIn(port, "jvane").get("/api/now").body().path("window");
        Instant now = Instant.now();
        assertThat(Instant.parse(window.path("opensAt").asString())).isBefore(now);
        assertThat(Instant.parse(window.path("closesAt").asString())).isAfter(now);
    }
}
