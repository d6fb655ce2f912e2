package io.safestep.app.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** Who is away or goes for good: deputies, and what they have begun. */
class LeavingTest extends PeopleTest {

    @Autowired
    private PersonRepository people;

    @Test
    void whoIsRetiredIsOutAtOnceAndStaysInTheHistory() {
        ApiClient newcomer = comesIn(invited("test-new", "ENGINEER"));
        assertThat(newcomer.get("/api/changes").status()).isEqualTo(200);
        assertThat(administrator
                        .put("/api/accounts/test-new/retirement", Map.of())
                        .status())
                .isEqualTo(200);
        assertThat(newcomer.get("/api/changes").status()).isEqualTo(401);
        assertThat(logIn("test-new", PASSWORD).status()).isEqualTo(401);
        assertThat(row("test-new").path("standing").asString()).isEqualTo("RETIRED");
        assertThat(administrator.get("/api/people").toString()).doesNotContain("test-new");
        assertThat(administrator.delete("/api/accounts/test-new/retirement").status())
                .isEqualTo(204);
        assertThat(row("test-new").path("standing").asString())
                .as("and is invited again")
                .isEqualTo("INVITED");
        assertThat(logIn("test-new", PASSWORD).status()).isEqualTo(401);
    }

    @Test
    void whatIsBegunIsHandedOverAndWhoWroteItDoesNotDecideByThat() {
        ApiClient author = comesIn(invited("test-new", "ENGINEER"));
        Answer written = author.post(
                "/api/changes",
                Map.of(
                        "version",
                        0,
                        "title",
                        "Left behind",
                        "reason",
                        "So that somebody goes on.",
                        "undoAccepted",
                        false,
                        "targets",
                        List.of(Map.of("device", "brn-gw-a", "lines", "contact duty engineer")),
                        "checks",
                        List.of()));
        int number = written.body().path("number").asInt();
        JsonNode open = administrator.get("/api/accounts/test-new/open-work").body();
        assertThat(open.get(0).path("subject").asString()).isEqualTo("CR-" + number);
        assertThat(fieldErrors(
                        administrator
                                .put("/api/accounts/test-new/retirement", Map.of("successor", "test-new"))
                                .body(),
                        "successor"))
                .contains("somebody else");
        JsonNode stays = administrator
                .put("/api/accounts/test-new/retirement", Map.of("successor", "hloman"))
                .body()
                .path("stays");
        assertThat(stays).isEmpty();
        JsonNode change = administrator.get("/api/changes/" + number).body();
        assertThat(change.path("author").asString()).isEqualTo("hloman");
        assertThat(jdbc.queryForObject(
                        "select earlier_authors from change_request where number = ?", String.class, number))
                .isEqualTo("test-new");
        jdbc.update("update change_request set author_id = (select id from person where login = 'hloman')"
                + " where author_id in (select id from person where login like 'test-%')");
    }

    @Test
    void aLeaveNamesWhoActs() {
        comesIn(invited("test-new", "AUDITOR"));
        ApiClient away = ApiClient.loggedIn(port, "iseaver");
        Answer wrong =
                away.post("/api/own/leaves", Map.of("first", "2026-01-05", "last", "2026-01-01", "deputy", "iseaver"));
        assertThat(fieldErrors(wrong.body(), "deputy")).contains("somebody else");
        assertThat(fieldErrors(
                        away.post("/api/own/leaves", Map.of("first", "2026-01-05", "last", "2026-01-01"))
                                .body(),
                        "last"))
                .contains("before the first");
        String today =
                Instant.now().atZone(ZoneId.of("America/Halifax")).toLocalDate().toString();
        Answer taken = away.post("/api/own/leaves", Map.of("first", today, "last", today, "deputy", "test-new"));
        assertThat(taken.body().get(0).path("actingName").asString())
                .as("%s", taken)
                .isEqualTo("T. Oar");
        administrator.put("/api/accounts/test-new/retirement", Map.of());
        assertThat(away.get("/api/own/leaves").body().get(0).path("actingName").isNull())
                .as("the deputy is retired")
                .isTrue();
        long id = taken.body().get(0).path("id").asLong();
        assertThat(away.delete("/api/own/leaves/" + id).body()).isEmpty();
    }
}
