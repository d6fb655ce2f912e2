package io.safestep.app.run;

import static io.safestep.app.testing.ChangeStory.check;
import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.app.testing.TestPractice;
import io.safestep.practice.device.Fault;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** A device that does not show what it starts with: what it says of its saves is all that is known. */
class UnreadableStartupTest extends SafeStepTest {

    private static final String QUIET = "brn-ac-2";
    private static final String OTHER = "ops-fw-b";

    @Autowired
    private JdbcTemplate jdbc;

    private ApiClient administrator;
    private ChangeStory story;

    @BeforeEach
    void begin() {
        awaitWholeDemo();
        administrator = ApiClient.loggedIn(port, "abrill");
        story = new ChangeStory(port);
        becomes(TestPractice.QUIET_PLATFORM);
    }

    @AfterEach
    void end() {
        becomes("corvane-cli");
    }

    private void becomes(String platform) {
        JsonNode row = administrator.get("/api/devices/" + QUIET).body().path("row");
        ok(administrator.put(
                "/api/devices/" + QUIET + "/record",
                Map.of(
                        "address", row.path("address").asString(),
                        "siteCode", row.path("siteCode").asString(),
                        "role", "ACCESS",
                        "platform", platform,
                        "labels", List.of())));
    }

    @Test
    void savedIsWhatTheDeviceSays() {
        JsonNode ended = story.awaitEnd(story.startedRun(
                "Saved unseen",
                Map.of(QUIET, "contact saved unseen\n"),
                List.of(check("interfaces", null, "SAME_AS_BEFORE", null))));
        assertThat(ended.path("state").asString()).as("%s", ended).isEqualTo("SUCCEEDED");
        assertThat(ended.path("verdict").asString())
                .contains("What startup holds could not be read on " + QUIET + ": saved is what the device says.");
        assertThat(startup(QUIET)).contains("saved unseen");
    }

    @Test
    void theSaveIsSentAgainWhenTheChangeIsUndone() {
        String before = startup(QUIET);
        PRACTICE.network().device(OTHER).switchOn(Fault.STARTUP_WRITE_FAILS, "");
        try {
            JsonNode ended = story.awaitEnd(story.startedRun(
                    "Undone unseen",
                    Map.of(QUIET, "contact undone unseen\n", OTHER, "base\n  place undone unseen\n"),
                    List.of(check("interfaces", null, "SAME_AS_BEFORE", null))));
            assertThat(ended.path("state").asString()).as("%s", ended).isEqualTo("ROLLED_BACK");
            assertThat(ended.path("verdict").asString())
                    .as("%s", ended)
                    .contains("What startup holds could not be read on " + QUIET);
            assertThat(running(QUIET)).doesNotContain("undone unseen");
            assertThat(startup(QUIET).replaceAll("shown-at .*", "")).isEqualTo(before.replaceAll("shown-at .*", ""));
            assertThat(stepsOf(ended, QUIET)).contains("UNDO_SAVE");
        } finally {
            PRACTICE.network().device(OTHER).switchOff(Fault.STARTUP_WRITE_FAILS);
        }
    }

    /** Somebody has said that it is of another kind. */
    @Test
    void aBaselineInAnotherLanguageIsCalledThat() {
        int number = story.submitted("In the old language", Map.of(QUIET, "contact old language\n"), List.of());
        jdbc.update("update device set matches = false where name = ?", QUIET);
        becomes("ostrel-restconf");
        ApiClient.Answer page = story.manager().get("/api/changes/" + number);
        jdbc.update("update device set matches = true where name = ?", QUIET);
        assertThat(page.status()).as("%s", page).isEqualTo(200);
        assertThat(page.body().at("/targets/0/beside").asString())
                .startsWith("It differs from its baseline, and nobody");
        ApiClient.Answer refused = story.engineer()
                .post(
                        "/api/changes",
                        ChangeStory.content(0, "Other language", Map.of(QUIET, "base\n  place x\n"), List.of()));
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.detail())
                .contains("What is stored of " + QUIET + " can't be read as the platform ostrel-restconf says (line 1:")
                .contains("Back it up, and make that its baseline.");
        becomes(TestPractice.QUIET_PLATFORM);
        assertThat(story.engineer().get("/api/devices/" + QUIET + "/state").status())
                .as("read anew in the old language")
                .isEqualTo(200);
    }

    private static String stepsOf(JsonNode run, String device) {
        for (JsonNode d : run.path("devices")) {
            if (d.path("name").asString().equals(device)) {
                return d.path("steps").toString();
            }
        }
        return "";
    }
}
