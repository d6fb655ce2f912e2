package io.safestep.app.run.views;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.practice.device.Fault;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Server-sent events over HTTP, and the ends of runs that nobody wishes for. */
class RunEventsTest extends SafeStepTest {

    @Test
    void aStreamTellsEverythingAndThenEnds() {
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        long run =
                auditor.get("/api/changes/1001/runs").body().get(0).path("id").asLong();
        String stream =
                auditor.get("/api/runs/" + run + "/events").body().path("text").asString();
        JsonNode lines = auditor.get("/api/runs/" + run + "/lines").body();

        assertThat(stream.split("event:line", -1)).hasSize(lines.size() + 1);
        assertThat(stream).contains("time-server 10.77.8.21").endsWith("event:ended\ndata:ended\n\n");
    }

    @Test
    void whoComesBackGetsOnlyWhatWasMissed() {
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        long run =
                auditor.get("/api/changes/1001/runs").body().get(0).path("id").asLong();
        JsonNode lines = auditor.get("/api/runs/" + run + "/lines").body();
        long middle = lines.get(lines.size() - 4).path("id").asLong();

        String stream = auditor.get("/api/runs/" + run + "/events?after=" + middle)
                .body()
                .path("text")
                .asString();
        assertThat(stream.split("event:line", -1)).hasSize(4);
        assertThat(auditor.get("/api/runs/" + run + "/lines?after=" + middle).body())
                .hasSize(3);
    }

    @Test
    void aRunThatDoesNotExistHasNoStream() {
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        assertThat(auditor.get("/api/runs/999999/events").status()).isEqualTo(404);
        assertThat(auditor.get("/api/runs/999999/lines").status()).isEqualTo(404);
        assertThat(auditor.get("/api/runs/999999").status()).isEqualTo(404);
    }

    @Test
    void aWayBackThatTheDeviceDoesNotTakeEndsStuckAndSaysWhatItHolds() {
        ChangeStory story = new ChangeStory(port);
        // Startup can't be written: by then the timer is stopped, and the way back is by commands.
        PRACTICE.network().device("brn-ac-1").switchOn(Fault.IGNORES_LINE, "no log-server");
        PRACTICE.network().device("brn-ac-1").switchOn(Fault.STARTUP_WRITE_FAILS, "");
        try {
            long run = story.startedRun("Cannot be undone", Map.of("brn-ac-1", "log-server 10.77.8.77\n"), List.of());
            JsonNode ended = story.awaitEnd(run);
            assertThat(ended.path("state").asString()).isEqualTo("STUCK");
            assertThat(ended.path("verdict").asString())
                    .startsWith("The way back did not succeed")
                    .contains("brn-ac-1: last read, it does not hold what it held before: log-server 10.77.8.77");
            int number = ended.path("number").asInt();
            assertThat(story.manager()
                            .get("/api/changes/" + number)
                            .body()
                            .path("state")
                            .asString())
                    .isEqualTo("NEEDS_ATTENTION");
            assertThat(story.manager()
                            .get("/api/now")
                            .body()
                            .path("needsYou")
                            .get(0)
                            .path("kind")
                            .asString())
                    .isEqualTo("STUCK");
            assertThat(startup("brn-ac-1")).as("law 7").doesNotContain("10.77.8.77");
            accepted(run, number, story);
        } finally {
            PRACTICE.network().device("brn-ac-1").switchOff(Fault.STARTUP_WRITE_FAILS);
            PRACTICE.network().device("brn-ac-1").switchOff(Fault.IGNORES_LINE);
        }
        assertThat(running("brn-ac-1")).contains("log-server 10.77.8.77");
        long repair = story.startedRun(
                "Take it out", Map.of("brn-ac-1", "no contact\ncontact watch room, Brinehaven, day\n"), List.of());
        assertThat(story.awaitEnd(repair).path("state").asString())
                .as("drift elsewhere does not block the next change")
                .isEqualTo("SUCCEEDED");
    }

    /** Two people leave the devices as they are; one alone can't, and a note alone does not close the change. */
    private void accepted(long run, int number, ChangeStory story) {
        Map<String, Object> why = Map.of("reason", "Taken out by hand tomorrow.");
        assertThat(story.manager()
                        .post("/api/changes/" + number + "/closure", Map.of("note", "Taken out by hand."))
                        .status())
                .isEqualTo(409);
        ChangeStory.ok(story.manager().post("/api/runs/" + run + "/acceptance", why));
        ApiClient.Answer alone = story.manager().post("/api/runs/" + run + "/acceptance", why);
        assertThat(alone.status()).isEqualTo(409);
        assertThat(alone.detail()).contains("A second person has to agree");
        ChangeStory.ok(ApiClient.loggedIn(port, "dfennimore").post("/api/runs/" + run + "/acceptance", Map.of()));
        JsonNode change = story.manager().get("/api/changes/" + number).body();
        assertThat(change.path("state").asString()).isEqualTo("CLOSED");
        assertThat(change.path("outcomeNote").asString()).contains("mtarrant").contains("dfennimore");
    }

    @Test
    void aChangeWhoseUndoWasNotProvenIsStuckWhenItHasToBeUndone() {
        ChangeStory story = new ChangeStory(port);
        Map<String, Object> content = new HashMap<>(ChangeStory.content(
                0, "Password that fails", Map.of("brn-gw-b", "user kiosk password pier-9\n"), List.of()));
        long first = story.startedRun("A kiosk user", Map.of("brn-gw-b", "user kiosk password pier-8\n"), List.of());
        assertThat(story.awaitEnd(first).path("state").asString()).isEqualTo("SUCCEEDED");
        content.put("undoAccepted", true);
        JsonNode draft = ChangeStory.ok(story.engineer().post("/api/changes", content));
        int number = draft.path("number").asInt();
        ChangeStory.ok(story.engineer()
                .post(
                        "/api/changes/" + number + "/submission",
                        Map.of("version", draft.path("version").asInt())));
        story.approve(number);
        story.bookIntoOpenWindow(number);
        PRACTICE.network().device("brn-gw-b").switchOn(Fault.STARTUP_WRITE_FAILS, "");
        long run = ChangeStory.ok(story.manager().post("/api/changes/" + number + "/runs", Map.of()))
                .path("id")
                .asLong();

        JsonNode ended = story.awaitEnd(run);
        PRACTICE.network().device("brn-gw-b").switchOff(Fault.STARTUP_WRITE_FAILS);
        assertThat(ended.path("state").asString()).isEqualTo("STUCK");
        assertThat(ended.path("verdict").asString())
                .contains("hides a value of which the old one can't be written back");
        assertThat(story.manager().get("/api/runs/" + run + "/lines").body().toString())
                .doesNotContain("pier-9");
        assertThat(PRACTICE.network().device("brn-gw-b").accepts("kiosk", "pier-9", "-"))
                .isTrue();
        long removed =
                story.startedRun("No kiosk user", Map.of("brn-ac-1", "contact watch room, Brinehaven\n"), List.of());
        story.awaitEnd(removed);
    }
}
