package io.safestep.app.schedule.freezes;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.practice.device.Fault;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Freezes keep changes from being booked, from being started and from going on. */
class FreezesTest extends SafeStepTest {

    private static final ZoneId HALIFAX = ZoneId.of("America/Halifax");
    private static final String GROUP = "Frozen ends";

    private ChangeStory story;
    private ApiClient administrator;
    private long group;

    @BeforeEach
    void frozenGroup() {
        awaitWholeDemo();
        story = new ChangeStory(port);
        administrator = ApiClient.loggedIn(port, "abrill");
        Map<String, Object> wanted = new HashMap<>();
        wanted.put("name", GROUP);
        wanted.put("note", "");
        wanted.put("rule", null);
        wanted.put("devices", List.of("dun-ac-2"));
        group = ok(administrator.post("/api/groups", wanted)).path("id").asLong();
    }

    @AfterEach
    void removeAll() {
        liftAll();
        assertThat(administrator.delete("/api/groups/" + group).status()).isEqualTo(204);
    }

    private void liftAll() {
        for (JsonNode freeze : story.manager().get("/api/freezes").body()) {
            ok(story.manager()
                    .post("/api/freezes/" + freeze.path("id").asLong() + "/lifting", Map.of("reason", "Over.")));
        }
    }

    /** Of the group, from some minutes from now on, for three hours. */
    private static Map<String, Object> freeze(String name, long inMinutes) {
        LocalDateTime now = LocalDateTime.now(HALIFAX).truncatedTo(ChronoUnit.MINUTES);
        Map<String, Object> wanted = new HashMap<>();
        wanted.put("name", name);
        wanted.put("reason", "Extra sailings.");
        wanted.put("begins", now.plusMinutes(inMinutes).toString());
        wanted.put("ends", now.plusMinutes(inMinutes + 180).toString());
        wanted.put("recurrence", null);
        wanted.put("sites", List.of());
        wanted.put("groups", List.of(GROUP));
        return wanted;
    }

    private void frozen(String name, long inMinutes) {
        ok(story.manager().post("/api/freezes", freeze(name, inMinutes)));
    }

    private int approved(String title, String device) {
        int number =
                story.submitted(title, Map.of(device, "contact " + title.toLowerCase(Locale.ROOT) + "\n"), List.of());
        story.approve(number);
        return number;
    }

    private Answer book(int number) {
        return story.book(number, story.longestOpenNow(number), false);
    }

    private long start(int number) {
        return ok(story.manager().post("/api/changes/" + number + "/runs", Map.of()))
                .path("id")
                .asLong();
    }

    @Test
    void nothingIsBookedIntoAFreezeOfAGroupAndTheRestOfTheNetworkIsFree() {
        int inside = approved("Inside", "dun-ac-2");
        int outside = approved("Outside", "dun-ac-1");
        frozen("Regatta", -30);

        JsonNode opening = story.longestOpenNow(inside);
        assertThat(opening.path("fits").asBoolean()).isFalse();
        assertThat(opening.path("frozen").path("name").asString()).isEqualTo("Regatta");
        Answer refused = book(inside);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(fieldErrors(refused.body(), "opensAt"))
                .startsWith("The freeze Regatta holds for the group Frozen ends from ")
                .endsWith("Choose an opening after it, or have the freeze lifted.");

        assertThat(story.longestOpenNow(outside).path("frozen").isNull()).isTrue();
        ok(book(outside));
    }

    @Test
    void aFreezeThatComesShortensTheOpening() {
        int number = approved("Short", "dun-ac-2");
        frozen("Soon", 60);
        JsonNode opening = story.longestOpenNow(number);
        assertThat(opening.path("fits").asBoolean()).isTrue();
        assertThat(opening.path("spareSeconds").asLong()).isLessThan(3_600);
        ok(book(number));

        JsonNode run = ok(story.manager().post("/api/changes/" + number + "/runs", Map.of()));
        long id = run.path("id").asLong();
        assertThat(run.path("windowClosesAt").asString())
                .as("the run turns back in time for the freeze")
                .isEqualTo(opening.path("frozen").path("begins").asString());
        assertThat(run.path("freeze").asString()).isEqualTo("Soon");
        Answer longer = story.manager()
                .post(
                        "/api/runs/" + id + "/lengthening",
                        Map.of("until", opening.path("frozen").path("ends").asString(), "reason", "It takes longer."));
        assertThat(longer.status()).isEqualTo(422);
        assertThat(fieldErrors(longer.body(), "until")).contains("The freeze Soon", "It can't run into it.");
        assertThat(story.awaitEnd(id).path("state").asString()).isEqualTo("SUCCEEDED");
    }

    @Test
    void aBookedChangeIsNotStartedInAFreezeAndItsAuthorIsTold() {
        int number = approved("Storm", "dun-ac-2");
        ok(book(number));
        frozen("Storm", -1);

        Answer start = story.manager().post("/api/changes/" + number + "/runs", Map.of());
        assertThat(start.status()).isEqualTo(409);
        assertThat(start.detail()).startsWith("The freeze Storm holds for the group Frozen ends");
        assertThat(story.engineer().get("/api/now").body().path("needsYou").toString())
                .contains("\"kind\":\"FROZEN\",\"number\":" + number);

        liftAll();
        assertThat(story.awaitEnd(start(number)).path("state").asString()).isEqualTo("SUCCEEDED");
    }

    @Test
    void aRunStopsBeforeADeviceThatWasFrozenMeanwhile() {
        Map<String, Object> content = new HashMap<>(ChangeStory.content(
                0,
                "Overtaken",
                Map.of("dun-ac-1", "contact overtaken\n", "dun-ac-2", "contact overtaken\n"),
                List.of()));
        content.put("order", Map.of("failureRule", "UNDO_ALL", "first", 1, "most", 1, "pauseSeconds", 0));
        int number = submitted(content);
        ok(book(number));
        PRACTICE.network().device("dun-ac-1").switchOn(Fault.SLOW, "60");
        PRACTICE.network().device("dun-ac-2").switchOn(Fault.SLOW, "60");
        long run;
        try {
            run = start(number);
            ok(story.manager().post("/api/runs/" + run + "/pause", Map.of("after", "AFTER_WAVE")));
        } finally {
            PRACTICE.network().device("dun-ac-1").switchOff(Fault.SLOW);
            PRACTICE.network().device("dun-ac-2").switchOff(Fault.SLOW);
        }
        story.manager()
                .await(
                        "/api/runs/" + run,
                        r -> r.path("hold").path("reason").asString("").equals("PAUSE_ASKED"));
        Map<String, Object> fog = freeze("Fog", -1);
        fog.put("groups", List.of());
        fog.put("sites", List.of(siteCode("Dunmarsh")));
        ok(story.manager().post("/api/freezes", fog));
        ok(story.manager().post("/api/runs/" + run + "/resumption", Map.of("reason", "")));

        JsonNode ended = story.awaitEnd(run);
        assertThat(ended.path("state").asString()).isEqualTo("ROLLED_BACK");
        assertThat(ended.toString()).contains("the freeze Fog holds for Dunmarsh; nothing was written to this device");
        assertThat(running("dun-ac-1") + running("dun-ac-2")).doesNotContain("overtaken");
    }

    private String siteCode(String name) {
        for (JsonNode site : administrator.get("/api/sites").body()) {
            if (site.path("name").asString().equals(name)) {
                return site.path("code").asString();
            }
        }
        throw new AssertionError("There is no site " + name + ".");
    }

    private int submitted(Map<String, Object> content) {
        JsonNode draft = ok(story.engineer().post("/api/changes", content));
        int number = draft.path("number").asInt();
        ok(story.engineer()
                .post(
                        "/api/changes/" + number + "/submission",
                        Map.of("version", draft.path("version").asInt())));
        story.approve(number);
        return number;
    }

    @Test
    void anEmergencyRunsInAFreezeAndTheRecordSaysSo() {
        frozen("Holiday", -10);
        Map<String, Object> content = new HashMap<>(
                ChangeStory.content(0, "In the freeze", Map.of("dun-ac-2", "contact at once\n"), List.of()));
        content.put("emergencyReason", "The gates are shut.");
        int number = submitted(content);
        assertThat(story.awaitEnd(start(number)).path("state").asString()).isEqualTo("SUCCEEDED");
        assertThat(story.manager()
                        .get("/api/record?subject=CR-" + number)
                        .body()
                        .toString())
                .contains("The freeze Holiday holds for the group Frozen ends")
                .contains("An emergency runs all the same.");
    }

    @Test
    void aGroupForWhichAFreezeHoldsStays() {
        frozen("Kept", -10);
        Answer refused = administrator.delete("/api/groups/" + group);
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.detail()).contains("the freeze Kept");
    }

    @Test
    void whatIsWrittenWronglyIsSaidBesideItsFields() {
        Answer empty =
                story.manager().post("/api/freezes", Map.of("name", " ", "sites", List.of(), "groups", List.of()));
        assertThat(fieldErrors(empty.body(), "name")).isEqualTo("Give the freeze a name.");
        assertThat(fieldErrors(empty.body(), "reason")).isEqualTo("Say why nothing may be changed then.");
        assertThat(fieldErrors(empty.body(), "begins")).isEqualTo("Say when it begins.");

        refusedWith("ends", freeze("Wrong", 0).get("begins"), "Choose an end after the beginning.");
        refusedWith("sites", List.of("nowhere"), "There is no site nowhere.");
        refusedWith("groups", List.of("nobody"), null);
        refusedWith("recurrence", "EVERY NIGHT", "\"EVERY NIGHT\" is not a recurrence rule such as FREQ=DAILY.");
        frozen("Twice", -10);
        refusedWith("name", "twice", "There is a freeze called twice already.");
    }

    private void refusedWith(String field, Object value, String sentence) {
        Map<String, Object> wanted = freeze("Wrong", 0);
        wanted.put(field, value);
        Answer answer = story.manager().post("/api/freezes", wanted);
        assertThat(answer.status()).isEqualTo(422);
        if (sentence != null) {
            assertThat(fieldErrors(answer.body(), field)).isEqualTo(sentence);
        }
    }

    @Test
    void aFreezeIsLiftedWithAReason() {
        frozen("Lifted", -10);
        long id = story.manager().get("/api/freezes").body().get(0).path("id").asLong();
        Answer silent = story.manager().post("/api/freezes/" + id + "/lifting", Map.of("reason", " "));
        assertThat(fieldErrors(silent.body(), "reason")).isEqualTo("Say why changes may run again.");
        assertThat(story.engineer()
                        .post("/api/freezes/" + id + "/lifting", Map.of("reason", "Mine."))
                        .status())
                .isEqualTo(403);
        ok(story.manager().post("/api/freezes/" + id + "/lifting", Map.of("reason", "The wind has gone.")));
        assertThat(story.manager()
                        .post("/api/freezes/" + id + "/lifting", Map.of("reason", "Again."))
                        .status())
                .isEqualTo(404);
        assertThat(story.manager().get("/api/record?subject=schedule").body().toString())
                .contains("Lifted: The wind has gone.");
    }
}
