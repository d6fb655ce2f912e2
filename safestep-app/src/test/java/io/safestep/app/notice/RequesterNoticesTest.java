package io.safestep.app.notice;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import io.safestep.app.people.PeopleTest;
import io.safestep.app.testing.ChangeStory;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Who asks for a change needs no account to know what becomes of it. */
class RequesterNoticesTest extends PeopleTest {

    private static final String NETWORK = "/api/installation/network";

    private ChangeStory story;

    @BeforeEach
    void theStory() {
        awaitWholeDemo();
        story = new ChangeStory(port);
    }

    @AfterEach
    void referencesLeadNowhere() {
        say("");
    }

    private JsonNode say(String pattern) {
        JsonNode now = administrator.get(NETWORK).body();
        return administrator
                .put(
                        NETWORK,
                        Map.of(
                                "name",
                                now.path("name").asString(),
                                "zone",
                                now.path("zone").asString(),
                                "referenceLink",
                                pattern))
                .body();
    }

    private JsonNode drafted(Map<String, Object> asker) {
        Map<String, Object> content = new HashMap<>(ChangeStory.content(
                0,
                "Kiosk for the hall",
                Map.of("brn-ac-2", contact("brn-ac-2", "asked " + System.nanoTime())),
                List.of()));
        content.putAll(asker);
        return story.engineer().post("/api/changes", content).body();
    }

    @Test
    void theyAreMailedWhatBecomesOfItAndNothingOfTheLines() {
        String mail = "harbour" + System.nanoTime() + "@sound.example";
        JsonNode draft = drafted(Map.of(
                "requestedBy", "The harbour office", "requesterMail", mail, "outsideReference", "T-77\r\nBcc: x"));
        int number = draft.path("number").asInt();
        ok(story.engineer()
                .post(
                        "/api/changes/" + number + "/submission",
                        Map.of("version", draft.path("version").asInt())));
        story.approve(number);
        await().untilAsserted(() -> assertThat(PRACTICE.network().mails())
                .filteredOn(m -> m.toString().contains(mail))
                .anySatisfy(m -> assertThat(m.toString()).contains("T-77").contains("approved"))
                .allSatisfy(m -> assertThat(m.toString())
                        .contains("CR-" + number)
                        .doesNotContain("brn-ac-2")
                        .doesNotContain("/changes/")
                        .doesNotContain("\nBcc:")));
        assertThat(story.engineer().get("/api/search?q=T-77").body().toString()).contains("CR-" + number);
    }

    @Test
    void aReferenceLeadsWhereTheHouseSays() {
        assertThat(say("https://desk.example/tickets/{reference}")
                        .path("referenceLink")
                        .asString())
                .contains("{reference}");
        JsonNode change = drafted(Map.of("outsideReference", "T 78"));
        assertThat(change.path("referenceLink").asString()).isEqualTo("https://desk.example/tickets/T%2078");
        assertThat(say("javascript:alert(1)//{reference}").toString()).contains("Enter an address such as");
    }

    @Test
    void whatIsNoAddressIsRefused() {
        assertThat(drafted(Map.of("requesterMail", "nowhere")).toString()).contains("Enter a mail address");
    }
}
