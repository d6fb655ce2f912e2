package io.safestep.app.schedule;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class ScheduleTest extends SafeStepTest {

    private static Map<String, Object> window(String name, String recurrence) {
        Map<String, Object> window = new HashMap<>();
        window.put("name", name);
        window.put("firstDay", "2031-03-05");
        window.put("opens", "23:00");
        window.put("closes", "02:00");
        window.put("recurrence", recurrence);
        return window;
    }

    private JsonNode openings(String from, String to) {
        return ApiClient.loggedIn(port, "jvane")
                .get("/api/schedule?from=" + from + "&to=" + to)
                .body();
    }

    @Test
    void anAddedWindowOpensOnTheWallOfTheNetwork() {
        ApiClient manager = ApiClient.loggedIn(port, "mtarrant");
        assertThat(manager.post("/api/windows", window("Late ferry", "FREQ=WEEKLY"))
                        .status())
                .isEqualTo(201);
        JsonNode found = openings("2031-03-12T12:00:00Z", "2031-03-13T12:00:00Z");
        JsonNode late = null;
        for (JsonNode opening : found) {
            late = opening.path("name").asString().equals("Late ferry") ? opening : late;
        }
        // Halifax is three hours behind UTC from 9 March 2031 on.
        assertThat(late.path("opensAt").asString()).isEqualTo("2031-03-13T02:00:00Z");
        assertThat(late.path("closesAt").asString()).isEqualTo("2031-03-13T05:00:00Z");
        assertThat(late.path("freeSeconds").asLong()).isEqualTo(3 * 3600);
    }

    @Test
    void aWindowThatIsWrittenWronglyIsSaidBesideItsFields() {
        ApiClient manager = ApiClient.loggedIn(port, "mtarrant");
        Answer rule = manager.post("/api/windows", window("x", "EVERY NIGHT"));
        assertThat(fieldErrors(rule.body(), "recurrence")).contains("FREQ=DAILY");
        Answer empty = manager.post("/api/windows", Map.of("name", " "));
        assertThat(fieldErrors(empty.body(), "name")).isEqualTo("Give the window a name.");
        assertThat(fieldErrors(empty.body(), "firstDay")).isEqualTo("Choose the first day.");
        assertThat(fieldErrors(empty.body(), "opens")).isEqualTo("Say when it opens.");
    }

    @Test
    void aRetiredWindowOpensNoMoreOnceNothingIsBookedIntoIt() {
        ApiClient manager = ApiClient.loggedIn(port, "mtarrant");
        LocalDate tomorrow = LocalDate.now(ZoneId.of("America/Halifax")).plusDays(1);
        Map<String, Object> wanted = window("Dredging night", null);
        wanted.put("firstDay", tomorrow.toString());
        wanted.put("opens", "03:00");
        wanted.put("closes", "06:00");
        long id = manager.post("/api/windows", wanted).body().path("id").asLong();
        JsonNode listed = named(manager.get("/api/windows").body(), "Dredging night");
        ChangeStory story = new ChangeStory(port);
        int number = story.submitted("Dredging", Map.of("brn-ac-2", "contact pier 2\n"), List.of());
        story.approve(number);
        assertThat(manager.post(
                                "/api/changes/" + number + "/booking",
                                Map.of(
                                        "windowId",
                                        id,
                                        "opensAt",
                                        listed.path("nextOpensAt").asString(),
                                        "automatic",
                                        false))
                        .status())
                .isEqualTo(200);

        Answer refused = manager.post("/api/windows/" + id + "/retirement", Map.of("reason", "The dredger has gone."));
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.body().path("detail").asString())
                .contains("CR-" + number + " is booked into Dredging night")
                .contains("on the rung Book");

        manager.delete("/api/changes/" + number + "/booking");
        assertThat(fieldErrors(
                        manager.post("/api/windows/" + id + "/retirement", Map.of("reason", " "))
                                .body(),
                        "reason"))
                .isEqualTo("Say why it is to open no more.");
        Answer retired = manager.post("/api/windows/" + id + "/retirement", Map.of("reason", "The dredger has gone."));
        assertThat(named(retired.body(), "Dredging night")).isNull();
        Answer late = manager.post(
                "/api/changes/" + number + "/booking",
                Map.of("windowId", id, "opensAt", listed.path("nextOpensAt").asString(), "automatic", false));
        assertThat(fieldErrors(late.body(), "opensAt")).contains("does not open at that time");
        assertThat(manager.post("/api/windows/" + id + "/retirement", Map.of("reason", "Again."))
                        .status())
                .as("it is retired already")
                .isEqualTo(404);
    }

    @Test
    void aWindowThatIsOpenSaysUntilWhen() {
        ApiClient manager = ApiClient.loggedIn(port, "mtarrant");
        ZonedDateTime opened =
                ZonedDateTime.now(ZoneId.of("America/Halifax")).minusHours(1).truncatedTo(ChronoUnit.MINUTES);
        Map<String, Object> wanted = window("Low tide", null);
        wanted.put("firstDay", opened.toLocalDate().toString());
        wanted.put("opens", opened.toLocalTime().toString());
        wanted.put("closes", opened.plusHours(3).toLocalTime().toString());
        long id = manager.post("/api/windows", wanted).body().path("id").asLong();

        JsonNode listed = named(manager.get("/api/windows").body(), "Low tide");
        assertThat(Instant.parse(listed.path("openUntil").asString()))
                .isEqualTo(opened.plusHours(3).toInstant());
        assertThat(listed.path("nextOpensAt").isNull()).isTrue();
        manager.post("/api/windows/" + id + "/retirement", Map.of("reason", "The tide has turned."));
    }

    private static JsonNode named(JsonNode windows, String name) {
        for (JsonNode window : windows) {
            if (window.path("name").asString().equals(name)) {
                return window;
            }
        }
        return null;
    }

    @Test
    void theStretchThatIsAskedForIsBounded() {
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        Answer wide = auditor.get("/api/schedule?from=2026-01-01T00:00:00Z&to=2027-01-01T00:00:00Z");
        assertThat(fieldErrors(wide.body(), "to")).contains("at most 62 days");
        assertThat(auditor.get("/api/schedule?from=2026-01-02T00:00:00Z&to=2026-01-01T00:00:00Z")
                        .status())
                .isEqualTo(422);
    }

    @Test
    void aBookingStandsInItsOpeningAndTakesTimeFromIt() {
        ChangeStory story = new ChangeStory(port);
        int number = story.submitted("Booked", Map.of("brn-ac-1", "contact pier 8\n"), List.of());
        story.approve(number);
        story.bookIntoOpenWindow(number);
        Instant now = Instant.now().truncatedTo(ChronoUnit.SECONDS);
        JsonNode found = openings(now.toString(), now.plusSeconds(1).toString());
        boolean booked = false;
        for (JsonNode opening : found) {
            for (JsonNode booking : opening.path("bookings")) {
                if (booking.path("number").asInt() == number) {
                    booked = true;
                    long length = opening.path("closesAt").asString().isEmpty()
                            ? 0
                            : Instant.parse(opening.path("closesAt").asString()).getEpochSecond()
                                    - Instant.parse(opening.path("opensAt").asString())
                                            .getEpochSecond();
                    assertThat(opening.path("freeSeconds").asLong()).isLessThan(length);
                }
            }
        }
        assertThat(booked).isTrue();
        assertThat(story.manager()
                        .post(
                                "/api/changes/" + number + "/booking",
                                Map.of("windowId", 1, "opensAt", "2026-11-25T05:30:00Z", "automatic", true))
                        .status())
                .as("a change is booked once")
                .isIn(409, 422);
        story.manager().delete("/api/changes/" + number + "/booking");
        assertThat(story.manager()
                        .get("/api/changes/" + number)
                        .body()
                        .path("state")
                        .asString())
                .isEqualTo("APPROVED");
    }

    @Test
    void aWindowThatIsTooShortIsSaidToBe() {
        ChangeStory story = new ChangeStory(port);
        Map<String, Object> patient = new HashMap<>(ChangeStory.check("neighbours", null, "SAME_AS_BEFORE", null));
        patient.put("settleSeconds", 300);
        int number = story.submitted(
                "Long",
                Map.of("brn-ac-1", "contact a\n", "brn-gw-b", "contact b\n", "brn-gw-a", "contact c\n"),
                List.of(patient));
        story.approve(number);
        Map<String, Object> brief = window("Ten minutes", null);
        ZonedDateTime soon =
                ZonedDateTime.now(ZoneId.of("America/Halifax")).plusHours(30).truncatedTo(ChronoUnit.MINUTES);
        brief.put("firstDay", soon.toLocalDate().toString());
        brief.put("opens", soon.toLocalTime().toString());
        brief.put("closes", soon.toLocalTime().plusMinutes(10).toString());
        long id = story.manager().post("/api/windows", brief).body().path("id").asLong();
        Answer refused = story.manager()
                .post(
                        "/api/changes/" + number + "/booking",
                        Map.of("windowId", id, "opensAt", soon.toInstant().toString(), "automatic", true));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(fieldErrors(refused.body(), "opensAt"))
                .contains("It does not fit")
                .contains("minutes are missing");
    }
}
