package io.safestep.app.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** People are added and changed: what each sees of it, and what nobody can do alone. */
class AccountsTest extends PeopleTest {

    @Test
    void somebodyIsAddedChoosesAPasswordAndIsIn() {
        String token = invited("test-new", "ENGINEER");
        assertThat(row("test-new").path("standing").asString()).isEqualTo("INVITED");
        assertThat(Instant.parse(row("test-new").path("invitedUntil").asString()))
                .isAfter(Instant.now().plus(Duration.ofHours(70)));
        assertThat(logIn("test-new", "").status()).as("no password yet").isIn(401, 422);
        JsonNode shown =
                stranger().post("/api/welcome/look", Map.of("token", token)).body();
        assertThat(shown.path("login").asString()).isEqualTo("test-new");
        Answer weak = stranger().post("/api/welcome", Map.of("token", token, "password", "passwordpassword"));
        assertThat(weak.status()).isEqualTo(422);
        assertThat(fieldErrors(weak.body(), "password")).contains("tried first");
        ApiClient newcomer = comesIn(token);
        JsonNode person = newcomer.get("/api/session").body().path("person");
        assertThat(person.path("login").asString()).isEqualTo("test-new");
        assertThat(person.path("rights").toString()).contains("WRITE_CHANGES").doesNotContain("WRITE_PEOPLE");
        assertThat(stranger().post("/api/welcome/look", Map.of("token", token)).detail())
                .startsWith("This link was used already.");
        assertThat(logIn("test-new", PASSWORD).status()).isEqualTo(200);
        assertThat(row("test-new").path("standing").asString()).isEqualTo("HERE");
        String kept = jdbc.queryForObject("select string_agg(token_hash, ',') from person_link", String.class);
        assertThat(kept).as("the secret itself is not stored").doesNotContain(token);
    }

    @Test
    void whatIsWrongIsSaidByField() {
        Answer wrong = administrator.post(
                "/api/accounts",
                Map.of("login", "T Oar", "name", " ", "email", "nowhere", "roles", List.of("AUDITOR")));
        assertThat(wrong.status()).isEqualTo(422);
        assertThat(fieldErrors(wrong.body(), "login")).contains("small letters");
        assertThat(fieldErrors(wrong.body(), "name")).contains("Enter the name");
        assertThat(fieldErrors(wrong.body(), "email")).contains("Enter a mail address");
        assertThat(administrator
                        .post("/api/accounts", account("roake", 0, "AUDITOR"))
                        .toString())
                .contains("a log-in is never given twice");
        assertThat(administrator.post("/api/accounts", account("test-none", 0)).toString())
                .contains("Choose at least one role");
        assertThat(administrator
                        .post("/api/accounts", account("test-none", 0, "HARBOUR_MASTER"))
                        .status())
                .isIn(400, 422);
    }

    @Test
    void rolesCountFromTheNextRequestOn() {
        ApiClient newcomer = comesIn(invited("test-new", "AUDITOR"));
        Map<String, Object> change = Map.of("name", "x", "note", "", "devices", List.of());
        assertThat(newcomer.post("/api/groups", change).status()).isEqualTo(403);
        Answer changed = administrator.put(
                "/api/accounts/test-new",
                account("test-new", row("test-new").path("version").asInt(), "ADMINISTRATOR"));
        assertThat(changed.status()).as("%s", changed).isEqualTo(200);
        assertThat(newcomer.get("/api/session")
                        .body()
                        .path("person")
                        .path("rights")
                        .toString())
                .contains("WRITE_PEOPLE");
        jdbc.update("update person set roles = 'AUDITOR' where login = 'test-new'");
        assertThat(newcomer.post("/%61pi/groups", change).status())
                .as("the path written otherwise")
                .isEqualTo(403);
        jdbc.update("update person set roles = 'ADMINISTRATOR' where login = 'test-new'");
        assertThat(newcomer.put("/api/accounts/test-new", account("test-new", 0, "AUDITOR"))
                        .status())
                .as("somebody else has changed it: an old version")
                .isEqualTo(409);
    }

    @Test
    void theLastAdministratorStaysAndNobodyGainsAlone() {
        assertThat(administrator
                        .put("/api/accounts/abrill/retirement", Map.of())
                        .detail())
                .contains("is the last administrator");
        Answer alone = administrator.put(
                "/api/accounts/abrill", account("abrill", version("abrill"), "ADMINISTRATOR", "APPROVER"));
        assertThat(fieldErrors(alone.body(), "roles")).contains("and there is none who can log in");
        ApiClient second = comesIn(invited("test-second", "ADMINISTRATOR"));
        Answer waits = administrator.put(
                "/api/accounts/abrill", account("abrill", version("abrill"), "ADMINISTRATOR", "APPROVER"));
        assertThat(waits.body().path("waits").asString()).contains("Another administrator has to agree");
        assertThat(row("abrill").path("roles").toString()).isEqualTo("[\"ADMINISTRATOR\"]");
        assertThat(row("abrill").path("wish").path("roles").toString()).contains("APPROVER");
        assertThat(administrator
                        .put("/api/accounts/abrill/wish", Map.of("agree", true))
                        .status())
                .isEqualTo(403);
        agreed(second, "abrill");
        assertThat(row("abrill").path("roles").toString()).contains("APPROVER");
        assertThat(row("abrill").path("wish").isNull()).isTrue();
    }

    /** Whoever has a link for an account could come in with it: for one that decides, or is in use, two have to want it. */
    @Test
    void nobodyAlonePlaysASecondPerson() {
        ApiClient second = comesIn(invited("test-second", "ADMINISTRATOR"));
        Answer wanted = administrator.post("/api/accounts", account("test-new", 0, "APPROVER"));
        assertThat(wanted.body().path("path").isNull()).as("%s", wanted).isTrue();
        assertThat(wanted.body().path("waits").asString()).contains("Another administrator has to agree");
        assertThat(row("test-new").path("roles")).isEmpty();
        assertThat(administrator
                        .put("/api/accounts/test-new/wish", Map.of("agree", true))
                        .status())
                .isEqualTo(403);
        ApiClient approver = comesIn(token(agreed(second, "test-new").path("invitation")));
        assertThat(approver.get("/api/changes").status()).isEqualTo(200);

        Answer again = administrator.post("/api/accounts/test-new/invitation", Map.of());
        assertThat(again.body().path("path").isNull()).as("%s", again).isTrue();
        assertThat(administrator
                        .post("/api/accounts/test-new/invitation", Map.of())
                        .detail())
                .contains("it has to be decided first");
        assertThat(second.put("/api/accounts/test-new/wish", Map.of("agree", false))
                        .body()
                        .path("invitation")
                        .isNull())
                .isTrue();
        assertThat(row("test-new").path("wish").isNull()).isTrue();
        assertThat(logIn("test-new", PASSWORD).status()).as("nothing has moved").isEqualTo(200);

        assertThat(administrator
                        .put("/api/accounts/test-second/retirement", Map.of())
                        .status())
                .as("one administrator locks another one out at once")
                .isEqualTo(200);
        Answer alone = administrator.post("/api/accounts/test-new/invitation", Map.of());
        assertThat(alone.status()).as("%s", alone).isEqualTo(409);
        assertThat(alone.detail()).contains("--new-administrator");
    }

    @Test
    void scopeIsGivenAndNotBeyondOnesOwn() {
        long site = jdbc.queryForObject("select id from site where name = 'Dunmarsh'", Long.class);
        Map<String, Object> some = Map.of("everything", false, "sites", List.of(site), "groups", List.of());
        Map<String, Object> all = Map.of("everything", true, "sites", List.of(), "groups", List.of());
        Map<String, Object> wanted = new HashMap<>(account("test-new", 0, "ENGINEER"));
        wanted.put("scope", Map.of("reading", all, "acting", some));
        ApiClient engineer =
                comesIn(token(administrator.post("/api/accounts", wanted).body()));
        assertThat(row("test-new").path("scope").path("acting").path("sites").toString())
                .isEqualTo("[" + site + "]");
        assertThat(engineer.get("/api/devices/brn-gw-a").status()).isEqualTo(200);
        assertThat(engineer.get("/api/session")
                        .body()
                        .path("person")
                        .path("scope")
                        .asString())
                .isEqualTo("sees all devices; acts on Dunmarsh");

        Map<String, Object> unknown = new HashMap<>(account("test-new", version("test-new"), "ENGINEER"));
        unknown.put(
                "scope",
                Map.of(
                        "reading",
                        all,
                        "acting",
                        Map.of("everything", false, "sites", List.of(999_999), "groups", List.of())));
        assertThat(fieldErrors(
                        administrator.put("/api/accounts/test-new", unknown).body(), "scope"))
                .contains("no longer there");

        jdbc.update(
                "update person set roles = 'ADMINISTRATOR', scope = cast(? as jsonb) where login = 'test-new'",
                "{\"reading\": {\"everything\": false, \"sites\": [" + site + "], \"groups\": []},"
                        + " \"acting\": {\"everything\": false, \"sites\": [" + site + "], \"groups\": []}}");
        assertThat(fieldErrors(
                        engineer.post("/api/accounts", account("test-third", 0, "ENGINEER"))
                                .body(),
                        "scope"))
                .contains("only devices that are in your own scope");
    }

    @Test
    void whoDoesNotAddPeopleSeesWhoMayWhatAndNoMailAddress() {
        Map<String, Object> withMail = Map.of(
                "login", "test-new", "name", "T. Oar", "email", "t.oar@ferries.example", "roles", List.of("AUDITOR"));
        assertThat(administrator
                        .post("/api/accounts", withMail)
                        .body()
                        .path("mailedTo")
                        .asString())
                .isEqualTo("t.oar@ferries.example");
        assertThat(row("test-new").path("email").asString()).isEqualTo("t.oar@ferries.example");
        assertThat(ApiClient.loggedIn(port, "jvane").get("/api/accounts").toString())
                .contains("test-new")
                .doesNotContain("t.oar@ferries.example");
    }
}
