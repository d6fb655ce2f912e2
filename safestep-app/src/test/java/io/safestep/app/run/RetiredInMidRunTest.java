package io.safestep.app.run;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.people.PeopleTest;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ChangeStory;
import io.safestep.practice.device.Fault;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Somebody who wrote a change and started its run is retired, or sees other devices, while it runs. */
class RetiredInMidRunTest extends PeopleTest {

    private ChangeStory story;
    private ApiClient leaving;

    @BeforeEach
    void somebodyWritesAndStarts() {
        awaitWholeDemo();
        story = new ChangeStory(port);
        leaving = comesIn(invited("test-leaving", "CHANGE_MANAGER"));
    }

    @AfterEach
    void othersHaveWritten() {
        jdbc.update("update change_request set author_id = (select id from person where login = 'mtarrant')"
                + " where author_id in (select id from person where login like 'test-%')");
    }

    /** Holds after its first wave. */
    private long heldRun(String what) {
        Map<String, Object> content = new HashMap<>(ChangeStory.content(
                0,
                what,
                Map.of("cdq-gw-b", contact("cdq-gw-b", what), "cdq-gw-a", contact("cdq-gw-a", what)),
                List.of()));
        content.put("order", Map.of("failureRule", "UNDO_ALL", "first", 0, "most", 20, "pauseSeconds", 0));
        JsonNode draft = ok(leaving.post("/api/changes", content));
        int number = draft.path("number").asInt();
        ok(leaving.post(
                "/api/changes/" + number + "/submission",
                Map.of("version", draft.path("version").asInt())));
        story.approve(number);
        story.bookIntoOpenWindow(number);
        PRACTICE.network().device("cdq-gw-b").switchOn(Fault.SLOW, "60");
        try {
            long run = ok(leaving.post("/api/changes/" + number + "/runs", Map.of()))
                    .path("id")
                    .asLong();
            ok(story.manager().post("/api/runs/" + run + "/pause", Map.of("after", "AFTER_WAVE")));
            PRACTICE.network().device("cdq-gw-b").switchOff(Fault.SLOW);
            story.manager()
                    .await(
                            "/api/runs/" + run,
                            r -> r.path("hold").path("reason").asString("").equals("PAUSE_ASKED"));
            return run;
        } finally {
            PRACTICE.network().device("cdq-gw-b").switchOff(Fault.SLOW);
        }
    }

    private static CompletableFuture<String> reads(ApiClient who, long run) {
        return CompletableFuture.supplyAsync(() ->
                who.get("/api/runs/" + run + "/events").body().path("text").asString());
    }

    private static String whole(CompletableFuture<String> stream) throws Exception {
        return stream.get(60, TimeUnit.SECONDS);
    }

    @Test
    void theRunGoesOnAndTheirStreamEnds() throws Exception {
        long run = heldRun("retired");
        CompletableFuture<String> theirs = reads(leaving, run);
        CompletableFuture<String> auditors = reads(ApiClient.loggedIn(port, "jvane"), run);

        JsonNode stays = ok(administrator.put("/api/accounts/test-leaving/retirement", Map.of("successor", "mtarrant")))
                .path("stays");

        assertThat(whole(theirs))
                .as("what was told until then, and not the end")
                .contains("event:line")
                .doesNotContain("event:ended");
        assertThat(leaving.post("/api/runs/" + run + "/stop", Map.of("reason", "x"))
                        .status())
                .isEqualTo(401);
        assertThat(story.manager()
                        .get("/api/runs/" + run)
                        .body()
                        .path("endedAt")
                        .isNull())
                .as("the run waits as before, and is ended by nobody's leaving: %s", stays)
                .isTrue();

        ok(story.manager().post("/api/runs/" + run + "/resumption", Map.of("reason", "")));
        JsonNode ended = story.awaitEnd(run);
        assertThat(ended.path("state").asString()).isEqualTo("SUCCEEDED");
        assertThat(ended.path("startedBy").asString())
                .as("history keeps who started it: %s", ended)
                .isEqualTo("test-leaving");
        assertThat(running("cdq-gw-a")).contains("retired");
        assertThat(whole(auditors)).contains("event:ended");
    }

    @Test
    void whoSeesOtherDevicesFromNowOnHasToAskAnew() throws Exception {
        long run = heldRun("narrowed");
        CompletableFuture<String> theirs = reads(leaving, run);
        long site = jdbc.queryForObject("select id from site where code = 'dun'", Long.class);
        Map<String, Object> dunmarsh = Map.of("everything", false, "sites", List.of(site), "groups", List.of());
        Map<String, Object> narrowed =
                new HashMap<>(account("test-leaving", version("test-leaving"), "CHANGE_MANAGER"));
        narrowed.put("scope", Map.of("reading", dunmarsh, "acting", dunmarsh));
        ok(administrator.put("/api/accounts/test-leaving", narrowed));

        assertThat(whole(theirs)).doesNotContain("event:ended");
        assertThat(leaving.get("/api/runs/" + run).status())
                .as("authors see what they wrote")
                .isEqualTo(200);
        othersHaveWritten();
        assertThat(leaving.get("/api/runs/" + run + "/events").status())
                .as("all of its devices are elsewhere now")
                .isEqualTo(404);
        ok(story.manager().post("/api/runs/" + run + "/resumption", Map.of("reason", "")));
        assertThat(story.awaitEnd(run).path("state").asString()).isEqualTo("SUCCEEDED");
    }
}
