package io.safestep.app.ground;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.HandEdit;
import io.safestep.app.testing.SafeStepTest;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** A device is changed by hand while a change waits for its window. */
class GroundTest extends SafeStepTest {

    private static final String DEVICE = "cdq-gw-b";

    @Autowired
    private Grounds grounds;

    private ChangeStory story;

    @BeforeEach
    void logIn() {
        awaitWholeDemo();
        story = new ChangeStory(port);
    }

    private JsonNode change(int number) {
        return ok(story.engineer().get("/api/changes/" + number));
    }

    private void found() {
        ok(story.engineer().post("/api/devices/" + DEVICE + "/backups", Map.of("label", "")));
        grounds.toLookAt().forEach(grounds::look);
    }

    private Answer submission(int number) {
        return story.engineer()
                .post(
                        "/api/changes/" + number + "/submission",
                        Map.of("version", change(number).path("version").asInt()));
    }

    private void becomesTheBaseline() {
        for (JsonNode row : ok(story.engineer().get("/api/drift/findings"))) {
            if (row.path("device").asString().equals(DEVICE)) {
                ok(story.engineer()
                        .post(
                                "/api/drift/findings/" + row.path("id").asLong() + "/decisions",
                                Map.of(
                                        "step", "ADOPT",
                                        "version", row.path("version").asInt(),
                                        "reason", "Asked for by the watch room.")));
            }
        }
    }

    private List<String> told(String login) {
        return ok(ApiClient.loggedIn(port, login).get("/api/notices")).findValuesAsString("title");
    }

    @Test
    void whatIsChangedByHandWhereAChangeWritesSendsItBackAndItAsksForTheDifferenceAlone() {
        int number =
                story.submitted("New name for vlan 640", Map.of(DEVICE, "vlan 640\n  name quay-crew\n"), List.of());
        story.approve(number);
        story.bookIntoOpenWindow(number);

        HandEdit.lines(PRACTICE, DEVICE, "contact somebody else");
        found();
        assertThat(change(number).path("state").asString())
                .as("drift elsewhere does not block")
                .isEqualTo("BOOKED");

        HandEdit.lines(PRACTICE, DEVICE, "vlan 640\n  name strangers");
        found();
        assertThat(change(number).path("state").asString()).isEqualTo("RETURNED");
        JsonNode next = ok(story.engineer().get("/api/changes/" + number + "/next"));
        assertThat(next.path("step").path("sentence").asString())
                .contains(DEVICE + " in vlan 640", "Decide about the drift");
        assertThat(next.path("step").path("yours").asBoolean()).isTrue();
        assertThat(ok(story.manager().get("/api/changes/" + number + "/booking"))
                        .path("booking")
                        .isNull())
                .as("its place in the calendar is free")
                .isTrue();
        assertThat(told("roake")).contains("CR-" + number + " came back to you");
        assertThat(told("dfennimore")).contains("Your approval of CR-" + number + " no longer counts");

        Answer early = submission(number);
        assertThat(early.status()).isEqualTo(422);
        assertThat(early.body().toString()).contains("was changed outside where these lines write (vlan 640)");

        becomesTheBaseline();
        ok(submission(number));
        assertThat(change(number).path("state").asString()).isEqualTo("IN_REVIEW");
        assertThat(ok(story.approver().get("/api/changes/" + number + "/moved")).toString())
                .contains("strangers", "quay-crew");
        story.approve(number);
        assertThat(change(number).path("state").asString()).isEqualTo("APPROVED");
        found();
        assertThat(change(number).path("state").asString()).isEqualTo("APPROVED");
        ok(story.engineer().post("/api/changes/" + number + "/withdrawal", Map.of()));
    }

    @Test
    void whatCameBackIsAskedForAnewAlsoWhereItIsSubmittedAsItWas() {
        int number = story.submitted("Contact of the pier", Map.of("brn-ac-1", "contact pier 9\n"), List.of());
        story.approve(number);
        ok(story.approver()
                .post(
                        "/api/changes/" + number + "/approvals",
                        Map.of(
                                "verdict", "RETURNED",
                                "comment", "Not this week.",
                                "seal", change(number).path("seal").asString())));
        String seal = change(number).path("seal").asString();
        ok(submission(number));
        assertThat(change(number).path("seal").asString()).isEqualTo(seal);
        assertThat(ok(story.approver().get("/api/changes/" + number + "/next"))
                        .path("step")
                        .path("yours")
                        .asBoolean())
                .isTrue();
        story.approve(number);
        assertThat(change(number).path("state").asString()).isEqualTo("APPROVED");
        ok(story.engineer().post("/api/changes/" + number + "/withdrawal", Map.of()));
    }
}
