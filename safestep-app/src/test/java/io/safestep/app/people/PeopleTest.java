package io.safestep.app.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** For tests in which people come and go: the people of the demo alone are there before and after each. */
public abstract class PeopleTest extends SafeStepTest {

    protected static final String PASSWORD = "grey mule on pier 4";

    @Autowired
    protected JdbcTemplate jdbc;

    protected ApiClient administrator;

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
        jdbc.update("delete from notice where person_id in (select id from person where login like 'test-%')");
        jdbc.update("delete from change_opened where person_id in (select id from person where login like 'test-%')");
        jdbc.update("delete from person where login like 'test-%'");
        jdbc.update("update person set wish = null, roles = 'ADMINISTRATOR' where login = 'abrill'");
    }

    protected static Map<String, Object> account(String login, Object version, String... roles) {
        return Map.of("login", login, "name", "T. Oar", "email", "", "roles", List.of(roles), "version", version);
    }

    protected String invited(String login, String... roles) {
        Answer added = administrator.post("/api/accounts", account(login, 0, roles));
        assertThat(added.status()).as("%s", added).isEqualTo(200);
        return token(added.body());
    }

    protected static String token(JsonNode invitation) {
        assertThat(invitation.path("path").asString()).startsWith("/welcome#");
        return invitation.path("path").asString().substring("/welcome#".length());
    }

    protected ApiClient stranger() {
        ApiClient stranger = ApiClient.stranger(port);
        stranger.get("/api/session");
        return stranger;
    }

    protected ApiClient comesIn(String token) {
        ApiClient newcomer = stranger();
        Answer came = newcomer.post("/api/welcome", Map.of("token", token, "password", PASSWORD));
        assertThat(came.status()).as("%s", came).isEqualTo(204);
        return newcomer;
    }

    protected Answer logIn(String login, String password) {
        return stranger().post("/api/session", Map.of("login", login, "password", password));
    }

    protected JsonNode row(String login) {
        for (JsonNode row : administrator.get("/api/accounts").body()) {
            if (row.path("login").asString().equals(login)) {
                return row;
            }
        }
        throw new AssertionError("nobody called " + login);
    }

    protected int version(String login) {
        return row(login).path("version").asInt();
    }

    protected JsonNode agreed(ApiClient by, String login) {
        Answer agreed = by.put("/api/accounts/" + login + "/wish", Map.of("agree", true));
        assertThat(agreed.status()).as("%s", agreed).isEqualTo(200);
        return agreed.body();
    }
}
