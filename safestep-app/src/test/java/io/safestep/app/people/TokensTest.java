package io.safestep.app.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.audit.RecordReading;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Programs come in with tokens: for a part of what their owner may do, until they are ended. */
class TokensTest extends SafeStepTest {

    @Autowired
    private JdbcTemplate jdbc;

    @Autowired
    private RecordReading reading;

    @AfterEach
    void end() {
        jdbc.update("update person_token set ended_at = now(), ended_by = 'test' where ended_at is null");
        jdbc.update("update person set scope = null, retired_at = null where login = 'roake'");
    }

    private ApiClient owner() {
        return ApiClient.loggedIn(port, "roake");
    }

    private static Map<String, Object> token(String name, Object... rights) {
        return Map.of("name", name, "rights", List.of(rights), "days", 30);
    }

    private JsonNode made(ApiClient by, String name, Object... rights) {
        Answer made = by.post("/api/own/tokens", token(name, rights));
        assertThat(made.status()).as("%s", made).isEqualTo(200);
        assertThat(made.body().path("secret").asString()).startsWith("safestep_");
        return made.body();
    }

    private ApiClient program(JsonNode made) {
        return ApiClient.program(port, made.path("secret").asString());
    }

    private static Map<String, Object> change() {
        return Map.of(
                "version",
                0,
                "title",
                "Written by a program",
                "reason",
                "So that somebody sees it.",
                "undoAccepted",
                false,
                "targets",
                List.of(Map.of("device", "brn-gw-a", "lines", "contact duty engineer")),
                "checks",
                List.of());
    }

    @Test
    void aProgramDoesWhatItsTokenSaysAndTheRecordNamesIt() {
        ApiClient owner = owner();
        JsonNode made = made(owner, "pipeline", "READ", "WRITE_CHANGES");
        ApiClient program = program(made);
        assertThat(program.get("/api/devices").status()).isEqualTo(200);
        Answer written = program.post("/api/changes", change()); // no cookie, and no token against forgery
        assertThat(written.status()).as("%s", written).isEqualTo(201);
        int number = written.body().path("number").asInt();
        assertThat(program.post(
                                "/api/rounds",
                                Map.of("action", "BACK_UP", "argument", "", "devices", List.of("brn-gw-a")))
                        .status())
                .as("a right of its owner that it does not have")
                .isEqualTo(403);
        assertThat(owner.get("/api/record?subject=CR-" + number).body().toString())
                .contains("(By a program, with the token pipeline.)");
        JsonNode did = owner.get("/api/own/tokens/" + made.path("id").asLong() + "/record")
                .body();
        assertThat(did.get(0).path("subject").asString()).isEqualTo("CR-" + number);
        assertThat(reading.proof(List.of()).end())
                .as("the chain holds the token")
                .isEmpty();
        JsonNode listed = owner.get("/api/own/tokens").body().path("tokens").get(0);
        assertThat(listed.path("usedAt").isNull()).isFalse();
        assertThat(listed.path("usedFrom").asString()).isEqualTo("127.0.0.1");
        assertThat(jdbc.queryForObject("select string_agg(token_hash, ',') from person_token", String.class))
                .as("the secret itself is not stored")
                .doesNotContain(made.path("secret").asString());
    }

    @Test
    void whatIsEndedIsOutAtOnce() {
        ApiClient owner = owner();
        JsonNode made = made(owner, "lying about", "READ");
        ApiClient program = program(made);
        assertThat(program.get("/api/changes").status()).isEqualTo(200);
        assertThat(owner.delete("/api/own/tokens/" + made.path("id").asLong()).status())
                .isEqualTo(204);
        Answer refused = program.get("/api/changes");
        assertThat(refused.status()).isEqualTo(401);
        assertThat(refused.detail()).startsWith("This token is not known, or has ended.");
        JsonNode late = made(owner, "late", "READ");
        jdbc.update("update person_token set ends_at = now() where name = 'late'");
        assertThat(program(late).get("/api/changes").status()).isEqualTo(401);
        assertThat(ApiClient.program(port, "safestep_guess").get("/api/changes").status())
                .isEqualTo(401);
    }

    /** A session that comes along does not count: whoever sends a token is the program. */
    @Test
    void aTokenIsNeverMoreThanItsOwnerAndNeverAPerson() {
        ApiClient approver = ApiClient.loggedIn(port, "hloman");
        Answer deciding = approver.post("/api/own/tokens", token("decider", "READ", "DECIDE_CHANGES"));
        assertThat(fieldErrors(deciding.body(), "rights")).contains("never decides");
        ApiClient owner = owner();
        assertThat(fieldErrors(
                        owner.post("/api/own/tokens", token("more", "READ", "WRITE_CREDENTIALS"))
                                .body(),
                        "rights"))
                .contains("no more than its owner");
        assertThat(fieldErrors(owner.post("/api/own/tokens", token(" ")).body(), "name"))
                .contains("Say what it is for");
        ApiClient program = program(made(owner, "all", "READ", "WRITE_CHANGES"));
        assertThat(program.post("/api/own/tokens", token("child", "READ")).status())
                .isEqualTo(403);
        assertThat(program.get("/api/own/sessions").status()).isEqualTo(403);
        assertThat(program.post("/api/%6Fwn/tokens", token("child", "READ")).status())
                .as("the path written otherwise")
                .isEqualTo(403);
        jdbc.update(
                "update person set scope = cast(? as jsonb) where login = 'roake'",
                "{\"reading\": {\"everything\": false, \"sites\": [], \"groups\": []},"
                        + " \"acting\": {\"everything\": false, \"sites\": [], \"groups\": []}}");
        assertThat(program.get("/api/devices").body())
                .as("scope that was taken away")
                .isEmpty();
        jdbc.update("update person set retired_at = now() where login = 'roake'");
        assertThat(program.get("/api/devices").status()).isEqualTo(401);
    }

    @Test
    void aServiceComesInWithTokensAlone() {
        ApiClient administrator = ApiClient.loggedIn(port, "abrill");
        Map<String, Object> service = Map.of(
                "login",
                "svc-export",
                "name",
                "Nightly export",
                "email",
                "",
                "roles",
                List.of("AUDITOR"),
                "service",
                true);
        Answer added = administrator.post("/api/accounts", service);
        assertThat(added.status()).as("%s", added).isEqualTo(200);
        assertThat(added.body().path("path").isNull()).as("no link").isTrue();
        assertThat(administrator
                        .post("/api/accounts/svc-export/invitation", Map.of())
                        .detail())
                .contains("is a program");
        Answer made = administrator.post("/api/accounts/svc-export/tokens", token("export", "READ"));
        assertThat(program(made.body()).get("/api/changes").status()).isEqualTo(200);
        assertThat(administrator
                        .post("/api/accounts/roake/tokens", token("stolen", "READ"))
                        .status())
                .as("nobody makes a token of somebody else")
                .isEqualTo(409);
        assertThat(administrator
                        .put("/api/accounts/svc-export/retirement", Map.of())
                        .status())
                .isEqualTo(200);
        assertThat(program(made.body()).get("/api/changes").status()).isEqualTo(401);
        Map<String, Object> decider = Map.of(
                "login", "svc-decider", "name", "Decider", "email", "", "roles", List.of("APPROVER"), "service", true);
        assertThat(fieldErrors(administrator.post("/api/accounts", decider).body(), "roles"))
                .contains("neither decides");
    }
}
