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
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** How people come in: links, passwords, sessions, and the first administrator. */
class WaysInTest extends PeopleTest {

    @Autowired
    private PersonLinks links;

    @Autowired
    private PersonRepository people;

    @Autowired
    private AuditLog audit;

    @Autowired
    private TransactionTemplate transaction;

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
    void aRefusedLogInIsInTheRecordButNotWhatWasTypedForANameThatNobodyHas() {
        try {
            assertThat(logIn("jvane", "not hers").status()).isEqualTo(401);
            assertThat(logIn("lantern keel 77", "x").status()).isEqualTo(401);
        } finally {
            jdbc.update("delete from login_failure");
        }
        assertThat(jdbc.queryForList(
                        "select subject || ': ' || detail from audit_entry where action = 'log-in refused'"
                                + " order by id desc limit 2",
                        String.class))
                .containsExactly(
                        "session: A name that nobody has, from 127.0.0.1.",
                        "jvane: Not their password, from 127.0.0.1.");
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
}
