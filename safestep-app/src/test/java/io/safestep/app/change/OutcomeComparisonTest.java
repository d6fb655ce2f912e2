package io.safestep.app.change;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What a change would leave on a device, beside versions of that device and of others. */
class OutcomeComparisonTest extends SafeStepTest {

    private ChangeStory story;

    @BeforeEach
    void logIn() {
        awaitWholeDemo();
        story = new ChangeStory(port);
    }

    private long newest(String device) {
        return newest(device, "RUNNING");
    }

    private long newest(String device, String kind) {
        for (JsonNode backup :
                story.engineer().get("/api/devices/" + device + "/backups").body()) {
            if (backup.path("kind").asString().equals(kind)) {
                return backup.path("id").asLong();
            }
        }
        throw new AssertionError(device + " has no backup of kind " + kind);
    }

    private int written(String device, String lines) {
        return ok(story.engineer()
                        .post("/api/changes", ChangeStory.content(0, "Compared", Map.of(device, lines), List.of())))
                .path("number")
                .asInt();
    }

    private static String path(int number, String device, long version) {
        return "/api/changes/" + number + "/devices/" + device + "/difference/" + version;
    }

    @Test
    void anOutcomeStandsBesideAVersionOfItsDevice() {
        int number = written("brn-ac-2", contact("brn-ac-2", "compared"));
        JsonNode difference = ok(story.engineer().get(path(number, "brn-ac-2", newest("brn-ac-2"))));
        assertThat(difference.path("device").asString()).isEqualTo("brn-ac-2");
        assertThat(difference.path("rows").toString()).contains("contact compared");
        assertThat(difference.path("summary").asString()).contains("1 line");
    }

    @Test
    void anOutcomeStandsBesideAnotherDeviceOfTheSameLanguage() {
        int number = written("brn-ac-2", contact("brn-ac-2", "compared"));
        JsonNode difference = ok(story.engineer().get(path(number, "brn-ac-2", newest("brn-ac-1"))));
        assertThat(difference.path("fromDevice").asString()).isEqualTo("brn-ac-1");
        assertThat(difference.path("rows").toString()).contains("hostname brn-ac-1", "hostname brn-ac-2");
    }

    @Test
    void anotherLanguageIsSaidToBeOne() {
        int number = written("brn-ac-2", contact("brn-ac-2", "compared"));
        Answer other = story.engineer().get(path(number, "brn-ac-2", newest("dun-gw-a")));
        assertThat(other.status()).isEqualTo(409);
        assertThat(other.detail()).contains("dun-gw-a and brn-ac-2 write their configurations in different languages");
    }

    @Test
    void whatCannotBeDerivedIsNotCompared() {
        int number = written("brn-ac-2", "no such line\n");
        Answer wrong = story.engineer().get(path(number, "brn-ac-2", newest("brn-ac-2")));
        assertThat(wrong.status()).isEqualTo(409);
        assertThat(wrong.detail()).contains("can't be derived: lines are missing or wrong");
        assertThat(story.engineer()
                        .get(path(number, "brn-ac-1", newest("brn-ac-2")))
                        .status())
                .as("a device that is not in the change")
                .isEqualTo(404);
    }

    @Test
    void aVersionThatIsNotThereIsSaidToBeNone() {
        int number = written("brn-ac-2", contact("brn-ac-2", "compared"));
        assertThat(story.engineer().get(path(number, "brn-ac-2", 999_999)).status())
                .isEqualTo(404);
    }

    @Test
    void aFileIsNoConfiguration() {
        int number = written("brn-ac-2", contact("brn-ac-2", "compared"));
        assertThat(story.engineer()
                        .get(path(number, "brn-ac-2", newest("brn-ac-2", "FILE")))
                        .detail())
                .contains("Choose a configuration.");
    }

    @Test
    void versionsElsewhereAreNotThere() {
        int number = written("dun-ac-1", contact("dun-ac-1", "compared"));
        ApiClient local = ApiClient.loggedIn(port, "kstrand");
        assertThat(local.get(path(number, "dun-ac-1", newest("dun-ac-1"))).status())
                .isEqualTo(200);
        assertThat(local.get(path(number, "dun-ac-1", newest("brn-ac-1"))).status())
                .isEqualTo(404);
        int elsewhere = written("brn-ac-2", contact("brn-ac-2", "compared"));
        assertThat(local.get(path(elsewhere, "brn-ac-2", newest("dun-ac-1"))).status())
                .isEqualTo(404);
    }

    @Test
    void secretsAreMaskedInBothColumns() {
        int number = written("brn-ac-2", "user kiosk password pier-99\n");
        assertThat(ok(story.engineer().get(path(number, "brn-ac-2", newest("brn-ac-2"))))
                        .toString())
                .contains("user kiosk")
                .doesNotContain("pier-99");
    }
}
