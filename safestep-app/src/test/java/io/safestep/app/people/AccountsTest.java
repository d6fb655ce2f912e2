package io.safestep.app.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.links.PersonLinks;
import io.safestep.app.people.login.LoginAttempts;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.settings.MailSettings;
import io.safestep.app.settings.NetworkSettings;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** People come in, change, and go: what each sees of it, and what nobody can do alone. */
class AccountsTest extends SafeStepTest {

    private static final String PASSWORD = "grey mule on pier 4";

    @Autowired
    private JdbcTemplate jdbc;

    @Autowired
    private PersonLinks links;

    @Autowired
    private PersonRepository people;

    @Autowired
    private AuditLog audit;

    @Autowired
    private TransactionTemplate transaction;

    private ApiClient administrator;

    @BeforeEach
    void begin() {
        administrator = ApiClient.loggedIn(port, "abrill");
    }

    /** The people of the demo alone, as before. */
    @AfterEach
    void end() {
        jdbc.update("delete from person_leave");
        jdbc.update("delete from person_link");
        jdbc.update("delete from spring_session where principal_name like 'test-%'");
        jdbc.update("delete from person where login like 'test-%'");
        jdbc.update("update person set wish = null, roles = 'ADMINISTRATOR' where login = 'abrill'");
    }

    private static Map<String, Object> account(String login, Object version, String... roles) {
        return Map.of("login", login, "name", "T. Oar", "email", "", "roles", List.of(roles), "version", version);
    }

    private String invited(String login, String... roles) {
        Answer added = administrator.post("/api/accounts", account(login, 0, roles));
        assertThat(added.status()).as("%s", added).isEqualTo(200);
        return token(added.body());
    }

    private static String token(JsonNode invitation) {
        assertThat(invitation.path("path").asString()).startsWith("/welcome#");
        return invitation.path("path").asString().substring("/welcome#".length());
    }

    private ApiClient stranger() {
        ApiClient stranger = ApiClient.stranger(port);
        stranger.get("/api/session");
        return stranger;
    }

    private ApiClient comesIn(String token) {
        ApiClient newcomer = stranger();
        Answer came = newcomer.post("/api/welcome", Map.of("token", token, "password", PASSWORD));
        assertThat(came.status()).as("%s", came).isEqualTo(204);
        return newcomer;
    }

    private Answer logIn(String login, String password) {
        return stranger().post("/api/session", Map.of("login", login, "password", password));
    }

    private JsonNode row(String login) {
        for (JsonNode row : administrator.get("/api/accounts").body()) {
            if (row.path("login").asString().equals(login)) {
                return row;
            }
        }
        throw new AssertionError("nobody called " + login);
    }

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
    void aNewLinkEndsTheOlderOneAndEveryLinkEndsByItself() {
        String first = invited("test-new", "AUDITOR");
        String second = token(administrator
                .post("/api/accounts/test-new/invitation", Map.of())
                .body());
        assertThat(stranger().post("/api/welcome/look", Map.of("token", first)).detail())
                .startsWith("This link is not known, or a newer one was made.");
        jdbc.update("update person_link set ends_at = now() - interval '1 second'");
        Answer late = stranger().post("/api/welcome", Map.of("token", second, "password", PASSWORD));
        assertThat(late.status()).isEqualTo(409);
        assertThat(late.detail()).isEqualTo("This link has ended. Ask an administrator for a new one.");
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

    private JsonNode agreed(ApiClient by, String login) {
        Answer agreed = by.put("/api/accounts/" + login + "/wish", Map.of("agree", true));
        assertThat(agreed.status()).as("%s", agreed).isEqualTo(200);
        return agreed.body();
    }

    private int version(String login) {
        return row(login).path("version").asInt();
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

    private Answer upload(String path, String csv) {
        return administrator.upload(path, csv.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void peopleOfAFileAreLookedAtFirstAndAddedOnce() {
        String file = "log-in,name,mail,roles,sees,acts\n"
                + "test-one,One Oar,one@ferries.example,engineer;on-call,Dunmarsh;cdq,Dunmarsh\n"
                + "test-two,Two Oar,,approver,,\n"
                + "roake,R. Oake,,engineer,,\n";
        JsonNode bad = upload("/api/accounts/import/dry-run", file + "test-three,,nowhere,harbour master,Nowhere,\n")
                .body();
        assertThat(bad.path("rows").get(3).path("verdict").asString()).isEqualTo("BAD");
        assertThat(bad.path("rows").get(3).path("words").asString())
                .contains("Enter the name", "mail address", "no role called harbour master", "called Nowhere");
        JsonNode plan = upload("/api/accounts/import/dry-run", file).body();
        assertThat(plan.path("rows").get(0).path("verdict").asString()).isEqualTo("ADDED");
        assertThat(plan.path("rows").get(2).path("verdict").asString()).isEqualTo("KNOWN");
        assertThat(upload("/api/accounts/import?plan=another", file).status()).isEqualTo(409);
        Answer done = upload("/api/accounts/import?plan=" + plan.path("plan").asString(), file);
        assertThat(done.body().path("done").asBoolean()).as("%s", done).isTrue();
        assertThat(row("test-one").path("scopeWords").asString())
                .isEqualTo("sees Cold Quay, Dunmarsh; acts on Dunmarsh");
        assertThat(row("test-one").path("standing").asString()).isEqualTo("INVITED");
        JsonNode again = upload("/api/accounts/import/dry-run", file).body();
        for (JsonNode row : again.path("rows")) {
            assertThat(row.path("verdict").asString()).isEqualTo("KNOWN");
        }
        StringBuilder many = new StringBuilder("log-in,name,roles\n");
        for (int i = 0; i < 5_000; i++) {
            many.append("test-n").append(i).append(",Oar ").append(i).append(",auditor\n");
        }
        JsonNode large = upload("/api/accounts/import/dry-run", many.toString()).body();
        assertThat(upload("/api/accounts/import?plan=" + large.path("plan").asString(), many.toString())
                        .status())
                .isEqualTo(200);
        assertThat(upload("/api/accounts/import/dry-run", many.toString())
                        .body()
                        .toString())
                .as("twice")
                .doesNotContain("ADDED");
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

    @Test
    void aNewPasswordEndsTheOtherSessions() {
        ApiClient here = comesIn(invited("test-new", "AUDITOR"));
        ApiClient elsewhere = stranger();
        assertThat(elsewhere
                        .post("/api/session", Map.of("login", "test-new", "password", PASSWORD))
                        .status())
                .isEqualTo(200);
        assertThat(here.get("/api/own/sessions").body()).hasSize(2);
        Answer wrong = here.put("/api/own/password", Map.of("current", "not this", "password", "short"));
        assertThat(fieldErrors(wrong.body(), "current")).isEqualTo("This is not your password now.");
        assertThat(fieldErrors(wrong.body(), "password")).startsWith("Use at least 15 characters");
        Answer changed =
                here.put("/api/own/password", Map.of("current", PASSWORD, "password", "seven gulls were late"));
        assertThat(changed.body().path("ended").asInt()).as("%s", changed).isEqualTo(1);
        assertThat(elsewhere.get("/api/changes").status()).isEqualTo(401);
        assertThat(here.get("/api/changes").status()).isEqualTo(200);
        assertThat(logIn("test-new", PASSWORD).status()).isEqualTo(401);
        assertThat(logIn("test-new", "seven gulls were late").status()).isEqualTo(200);
    }

    @Test
    void passwordsAreNotTriedAtAnOpenSessionEither() {
        ApiClient here = comesIn(invited("test-new", "AUDITOR"));
        Answer last = null;
        for (int i = 0; i <= LoginAttempts.MOST_FAILURES; i++) {
            last = here.put("/api/own/password", Map.of("current", "guess " + i, "password", "seven gulls were late"));
        }
        assertThat(last.status()).isEqualTo(429);
        jdbc.update("delete from login_failure"); // the other tests log in from here too
    }

    @Test
    void aSessionIsEndedByItsNameAndOnlyByItsOwner() {
        ApiClient here = comesIn(invited("test-new", "AUDITOR"));
        ApiClient elsewhere = stranger();
        elsewhere.post("/api/session", Map.of("login", "test-new", "password", PASSWORD));
        List<String> others = new ArrayList<>();
        here.get("/api/own/sessions").body().forEach(s -> {
            if (!s.path("own").asBoolean()) {
                others.add(s.path("name").asString());
            }
        });
        assertThat(others).hasSize(1);
        assertThat(administrator.delete("/api/own/sessions/" + others.get(0)).status())
                .as("not one of the administrator's own")
                .isEqualTo(404);
        assertThat(here.delete("/api/own/sessions/" + others.get(0)).status()).isEqualTo(204);
        assertThat(elsewhere.get("/api/changes").status()).isEqualTo(401);
    }

    @Test
    void theFirstAdministratorSaysWhoTheyAre() {
        String token = links.make(null, "start").path().substring("/welcome#".length());
        ApiClient first = stranger();
        JsonNode shown = first.post("/api/welcome/look", Map.of("token", token)).body();
        assertThat(shown.path("login").isNull()).isTrue();
        Answer wrong = first.post(
                "/api/welcome", Map.of("token", token, "password", PASSWORD, "login", "Test First", "name", ""));
        assertThat(fieldErrors(wrong.body(), "login")).contains("small letters");
        assertThat(fieldErrors(wrong.body(), "name")).contains("Enter the name");
        Answer came = first.post(
                "/api/welcome", Map.of("token", token, "password", PASSWORD, "login", "test-first", "name", "F. Irst"));
        assertThat(came.status()).as("%s", came).isEqualTo(204);
        assertThat(row("test-first").path("roles").toString()).isEqualTo("[\"ADMINISTRATOR\"]");
        assertThat(first.get("/api/accounts").status()).isEqualTo(200);
    }

    @Test
    void aStartWithoutAnAdministratorLeavesALinkForItsOwnAccountAlone(@TempDir Path home) throws IOException {
        NetworkSettings settings = new NetworkSettings(home, false, ZoneId.of("America/Halifax"), "", 0, "");
        FirstStart start = new FirstStart(
                people, links, settings, new MailSettings(false, "a@b.example", "http://here"), audit, false);
        Path file = home.resolve("first-administrator");
        start.offer();
        assertThat(file).as("there is an administrator").doesNotExist();
        FirstStart asked = new FirstStart(
                people, links, settings, new MailSettings(false, "a@b.example", "http://here"), audit, true);
        transaction.executeWithoutResult(t -> asked.offer());
        assertThat(Files.readString(file)).as("another one is wanted").startsWith("http://here/welcome#");
        String hash = jdbc.queryForObject("select password_hash from person where login = 'abrill'", String.class);
        jdbc.update("update person set password_hash = null where login = 'abrill'");
        try {
            start.offer();
            String link = Files.readString(file).strip();
            assertThat(link).startsWith("http://here/welcome#");
            assertThat(Files.getPosixFilePermissions(file))
                    .containsExactlyInAnyOrder(PosixFilePermission.OWNER_READ, PosixFilePermission.OWNER_WRITE);
            start.offer();
            assertThat(Files.readString(file).strip())
                    .as("each start makes a new one")
                    .isNotEqualTo(link);
        } finally {
            jdbc.update("update person set password_hash = ? where login = 'abrill'", hash);
        }
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
