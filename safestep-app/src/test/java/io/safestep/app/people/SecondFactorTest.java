package io.safestep.app.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.people.login.LoginAttempts;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.app.testing.Telephone;
import io.safestep.core.people.TimeCode;
import java.util.HexFormat;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** The code of a telephone beside the password. */
class SecondFactorTest extends SafeStepTest {

    private static final Map<String, Object> LOG_IN = Map.of("login", "iseaver", "password", "practice");

    @Autowired
    private JdbcTemplate jdbc;

    @AfterEach
    void end() {
        jdbc.update("delete from recovery_code");
        jdbc.update("delete from login_failure");
        jdbc.update("update person set code_secret = null, code_step = 0 where login = 'iseaver'");
    }

    private ApiClient halfIn() {
        ApiClient client = ApiClient.stranger(port);
        client.get("/api/session");
        Answer half = client.post("/api/session", LOG_IN);
        assertThat(half.body().path("needsCode").asBoolean()).as("%s", half).isTrue();
        assertThat(half.body().path("person").isNull()).isTrue();
        return client;
    }

    @Test
    void fromTheTelephoneToTheRecoveryCode() {
        ApiClient me = ApiClient.loggedIn(port, "iseaver");
        JsonNode offer = me.post("/api/own/second-factor", Map.of()).body();
        assertThat(offer.path("address").asString()).startsWith("otpauth://totp/Safe%20Step:iseaver?secret=");
        assertThat(offer.path("picture").size()).isGreaterThan(25);
        Telephone telephone = new Telephone(offer.path("typed").asString());
        assertThat(telephone.secret()).hasSize(TimeCode.SECRET_BYTES);
        Answer late = me.put("/api/own/second-factor", Map.of("code", telephone.shows(4)));
        assertThat(fieldErrors(late.body(), "code"))
                .isEqualTo(
                        "The clock of your telephone is about 2 minutes ahead. Let it set its time by itself, and enter the code"
                                + " then.");
        Answer begun = me.put("/api/own/second-factor", Map.of("code", telephone.shows(0)));
        assertThat(begun.status()).as("%s", begun).isEqualTo(200);
        String recovery = begun.body().path("codes").get(0).asString();
        assertThat(begun.body().path("codes")).hasSize(10);

        ApiClient half = halfIn();
        assertThat(half.get("/api/changes").status()).as("half in is not in").isEqualTo(401);
        Answer again = half.post("/api/session/code", Map.of("code", telephone.shows(0)));
        assertThat(again.status()).as("the code that was taken already").isEqualTo(422);
        Answer in = half.post("/api/session/code", Map.of("code", telephone.shows(1)));
        assertThat(in.body().path("person").path("login").asString())
                .as("%s", in)
                .isEqualTo("iseaver");
        assertThat(half.get("/api/changes").status()).isEqualTo(200);

        ApiClient lost = halfIn();
        assertThat(lost.post("/api/session/code", Map.of("code", recovery.toUpperCase()))
                        .status())
                .isEqualTo(200);
        assertThat(halfIn().post("/api/session/code", Map.of("code", recovery)).status())
                .as("once")
                .isEqualTo(422);
        assertThat(lost.get("/api/own/second-factor")
                        .body()
                        .path("recoveryCodesLeft")
                        .asInt())
                .isEqualTo(9);
        assertThat(jdbc.queryForObject("select code_secret from person where login = 'iseaver'", String.class))
                .as("stored encrypted")
                .doesNotContain(HexFormat.of().formatHex(telephone.secret()));
    }

    @Test
    void codesAreNotTriedInNumbersAndNotWithoutAPassword() {
        ApiClient me = ApiClient.loggedIn(port, "iseaver");
        Telephone telephone = new Telephone(
                me.post("/api/own/second-factor", Map.of()).body().path("typed").asString());
        me.put("/api/own/second-factor", Map.of("code", telephone.shows(0)));
        ApiClient stranger = ApiClient.stranger(port);
        stranger.get("/api/session");
        assertThat(stranger.post("/api/session/code", Map.of("code", telephone.shows(1)))
                        .status())
                .isEqualTo(401);
        ApiClient half = halfIn();
        int stopped = 0;
        for (int i = 0; i <= LoginAttempts.MOST_FAILURES && stopped == 0; i++) {
            Answer tried = half.post("/api/session/code", Map.of("code", "00000" + i));
            stopped = tried.status() == 429 ? i : 0;
        }
        assertThat(stopped).as("tries before it is enough").isBetween(5, LoginAttempts.MOST_FAILURES);
        assertThat(half.post("/api/session/code", Map.of("code", telephone.shows(1)))
                        .status())
                .as("the right one then, too")
                .isIn(401, 429);
    }

    @Test
    void itIsTakenAwayWithAPasswordThatStandsAlone() {
        ApiClient me = ApiClient.loggedIn(port, "iseaver");
        Telephone telephone = new Telephone(
                me.post("/api/own/second-factor", Map.of()).body().path("typed").asString());
        me.put("/api/own/second-factor", Map.of("code", telephone.shows(0)));
        assertThat(fieldErrors(
                        me.post("/api/own/second-factor/removal", Map.of("password", "no"))
                                .body(),
                        "password"))
                .contains("not your password");
        assertThat(fieldErrors(
                        me.post("/api/own/second-factor/removal", Map.of("password", "practice"))
                                .body(),
                        "password"))
                .contains("Change it first to one of at least 15");
        assertThat(me.put("/api/own/password", Map.of("current", "practice", "password", "gull 7 up"))
                        .status())
                .as("shorter, beside a second factor")
                .isEqualTo(200);
        jdbc.update("update person set password_hash = (select password_hash from person where login = 'roake')"
                + " where login = 'iseaver'");
    }
}
