package io.safestep.app.now;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.next.NextSteps;
import io.safestep.app.people.People;
import io.safestep.app.sight.Sight;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.CountedStatements;
import io.safestep.app.testing.SafeStepTest;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** Each person is told what waits for them, and nothing that waits for others. */
class NowTest extends SafeStepTest {

    @Autowired
    private NextSteps steps;

    @Autowired
    private NetworkNow network;

    @Autowired
    private PlatformTransactionManager transactions;

    @Autowired
    private JdbcTemplate jdbc;

    @Autowired
    private People people;

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
    void thePageOfAChangeAndTheListSayTheSameAsNow() {
        ChangeStory story = new ChangeStory(port);
        int number = story.submitted("Says the same", Map.of("brn-ac-1", "contact pier 4\n"), List.of());
        JsonNode page = ApiClient.loggedIn(port, "dfennimore")
                .get("/api/changes/" + number + "/next")
                .body();
        JsonNode listed = null;
        for (JsonNode one :
                ApiClient.loggedIn(port, "dfennimore").get("/api/changes").body()) {
            if (one.path("change").path("number").asInt() == number) {
                listed = one.path("next");
            }
        }
        assertThat(listed).isEqualTo(page.path("step"));
        assertThat(page.path("step").path("title").asString()).isEqualTo("Decide about CR-" + number);
        assertThat(page.path("step").path("rung").asString()).isEqualTo("APPROVE");
        assertThat(page.path("ladder")).hasSize(6);
        assertThat(page.path("ladder").get(1).path("fact").asString()).isEqualTo("1 command · undo proven");
        assertThat(ApiClient.loggedIn(port, "roake")
                        .get("/api/changes/" + number + "/next")
                        .body()
                        .path("step")
                        .path("yours")
                        .asBoolean())
                .isFalse();
        assertThat(ApiClient.loggedIn(port, "roake")
                        .get("/api/changes/999999/next")
                        .status())
                .isEqualTo(404);
    }

    /** Whatever the number of open changes, drafts, in review and booked; and few while nothing has moved. */
    @Test
    void theDatabaseIsAskedAFixedNumberOfQuestions() {
        ChangeStory story = new ChangeStory(port);
        story.submitted("First in review", Map.of("brn-ac-1", "contact asked first\n"), List.of());
        booked(story, "First of many");
        int few = questionsWhenAllHasMoved();
        for (int i = 0; i < 4; i++) {
            story.submitted("One of many " + i, Map.of("brn-ac-1", "contact asked " + i + "\n"), List.of());
            booked(story, "Booked of many " + i);
        }
        assertThat(questionsWhenAllHasMoved()).isLessThanOrEqualTo(few);
        assertThat(few).isLessThan(35);
        // Runs of other tests may move something in between.
        assertThat(IntStream.range(0, 20).map(i -> questions()).min())
                .as("what is known already is not asked for")
                .hasValue(3);
    }

    private static void booked(ChangeStory story, String title) {
        int number = story.submitted(title, Map.of("brn-ac-2", "contact " + title + "\n"), List.of());
        story.approve(number);
        story.bookIntoOpenWindow(number);
    }

    /** Nothing that is kept holds, so that as much is asked for each time. */
    private int questionsWhenAllHasMoved() {
        jdbc.update("delete from change_request where false");
        jdbc.update("delete from device where false");
        return questions();
    }

    private int questions() {
        TransactionTemplate reading = new TransactionTemplate(transactions);
        reading.setReadOnly(true);
        return CountedStatements.of(() -> reading.execute(t -> {
            network.facts();
            return steps.open(people.withLogin("mtarrant"), Sight.everything("mtarrant"));
        }));
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
