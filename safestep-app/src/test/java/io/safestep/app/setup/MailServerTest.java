package io.safestep.app.setup;

import static org.assertj.core.api.Assertions.assertThat;

import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import io.safestep.app.mail.Mail;
import io.safestep.app.people.PeopleTest;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.MimeMessage;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** The mail server that people say, by real SMTP on loopback. */
class MailServerTest extends PeopleTest {

    private static final String MAIL = "/api/installation/mail";
    private static final String KEPT = "lantern on the quay";

    @Autowired
    private Mail mail;

    private GreenMail server;

    @BeforeEach
    void start() {
        server = new GreenMail(new ServerSetup(0, "127.0.0.1", ServerSetup.PROTOCOL_SMTP));
        server.setUser("safe-step@ferries.example", "safe-step", KEPT);
        server.start();
    }

    @AfterEach
    void stop() {
        server.stop();
        jdbc.update("delete from mail_server");
        mail.moved();
    }

    private Map<String, Object> route(String protection, String user, String password) {
        Map<String, Object> route = new HashMap<>();
        route.put("host", "127.0.0.1");
        route.put("port", server.getSmtp().getPort());
        route.put("protection", protection);
        route.put("user", user);
        route.put("password", password);
        route.put("sender", "safe-step@ferries.example");
        route.put("version", shown().path("version").asInt());
        return route;
    }

    private JsonNode shown() {
        return administrator.get(MAIL).body();
    }

    private Answer said(Map<String, Object> route) {
        return administrator.put(MAIL, route);
    }

    private ApiClient secondAdministrator() {
        return comesIn(invited("test-second", "ADMINISTRATOR"));
    }

    @Test
    void whatIsSaidTakesMailAtOnceAndForgettingReturnsToTheEnvironment() throws MessagingException {
        JsonNode before = shown();
        assertThat(before.path("said").asBoolean()).isFalse();
        Answer saved = said(route("NONE", "safe-step", KEPT));
        assertThat(saved.status()).as("%s", saved).isEqualTo(200);
        assertThat(saved.body().path("waits").isNull())
                .as("one administrator alone")
                .isTrue();

        Answer tried = administrator.post(MAIL + "/trial", Map.of());
        assertThat(tried.body().path("taken").asBoolean()).as("%s", tried).isTrue();
        MimeMessage[] received = server.getReceivedMessages();
        assertThat(received).hasSize(1);
        assertThat(received[0].getFrom()[0]).hasToString("safe-step@ferries.example");

        assertThat(administrator.delete(MAIL).status()).isEqualTo(204);
        assertThat(shown()).isEqualTo(before);
    }

    @Test
    void thePasswordIsEncryptedAndShownNowhere() {
        said(route("NONE", "safe-step", KEPT));
        assertThat(shown().toString()).doesNotContain(KEPT);
        assertThat(shown().path("hasPassword").asBoolean()).isTrue();
        assertThat(jdbc.queryForObject("select password from mail_server", String.class))
                .startsWith("{sealed}")
                .doesNotContain(KEPT);
        assertThat(administrator.get("/api/record?subject=mail").body().toString())
                .contains("mail server")
                .doesNotContain(KEPT);
    }

    @Test
    void aWrongPasswordIsWhatTheServerSays() {
        said(route("NONE", "safe-step", "not this one"));
        Answer tried = administrator.post(MAIL + "/trial", Map.of());
        assertThat(tried.status()).isEqualTo(200);
        assertThat(tried.body().path("taken").asBoolean()).isFalse();
        assertThat(tried.body().path("sentence").asString())
                .startsWith("The mail server did not take it: ")
                .doesNotContain("not this one");
    }

    @Test
    void whereTlsIsWantedNothingGoesWithoutIt() {
        for (String protection : List.of("STARTTLS", "TLS")) {
            said(route(protection, "safe-step", KEPT));
            Answer tried = administrator.post(MAIL + "/trial", Map.of());
            assertThat(tried.body().path("taken").asBoolean())
                    .as("%s: %s", protection, tried)
                    .isFalse();
        }
        assertThat(server.getReceivedMessages()).isEmpty();
    }

    @Test
    void aServerThatNobodyVouchesForIsRefused() {
        GreenMail selfSigned = new GreenMail(new ServerSetup(0, "127.0.0.1", ServerSetup.PROTOCOL_SMTPS));
        selfSigned.start();
        try {
            Map<String, Object> route = route("TLS", "", "");
            route.put("port", selfSigned.getSmtps().getPort());
            said(route);
            Answer tried = administrator.post(MAIL + "/trial", Map.of());
            assertThat(tried.body().path("taken").asBoolean()).as("%s", tried).isFalse();
            assertThat(selfSigned.getReceivedMessages()).isEmpty();
        } finally {
            selfSigned.stop();
        }
    }

    @Test
    void aStoredPasswordDoesNotGoToAnotherServer() {
        said(route("NONE", "safe-step", KEPT));
        Map<String, Object> elsewhere = route("NONE", "safe-step", "");
        elsewhere.put("host", "localhost");
        Answer refused = said(elsewhere);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body().path("errors").toString()).contains("Enter the password of safe-step");

        Map<String, Object> same = route("NONE", "safe-step", "");
        same.put("sender", "watch@ferries.example");
        assertThat(said(same).status()).isEqualTo(200);
        assertThat(administrator
                        .post(MAIL + "/trial", Map.of())
                        .body()
                        .path("taken")
                        .asBoolean())
                .isTrue();
    }

    @Test
    void whoHasTheServerReadsLinksSoThatTwoSayIt() {
        ApiClient second = secondAdministrator();
        Answer waiting = said(route("NONE", "safe-step", KEPT));
        assertThat(waiting.body().path("waits").asString()).contains("Another administrator has to agree");
        assertThat(shown().path("said").asBoolean()).as("what holds meanwhile").isFalse();
        assertThat(shown().path("wanted").path("host").asString()).isEqualTo("127.0.0.1");
        assertThat(shown().path("wantedByLogin").asString()).isEqualTo("abrill");

        assertThat(administrator.put(MAIL + "/wish", Map.of("agree", true)).status())
                .isEqualTo(403);
        assertThat(second.put(MAIL + "/wish", Map.of("agree", true)).status()).isEqualTo(204);
        assertThat(shown().path("said").asBoolean()).isTrue();
        assertThat(shown().path("wanted").isNull()).isTrue();
        assertThat(second.put(MAIL + "/wish", Map.of("agree", true)).status()).isEqualTo(409);
        assertThat(administrator
                        .post(MAIL + "/trial", Map.of())
                        .body()
                        .path("taken")
                        .asBoolean())
                .as("the password that was wanted came along")
                .isTrue();
    }

    @Test
    void whatIsRefusedLeavesAllAsItWas() {
        ApiClient second = secondAdministrator();
        said(route("NONE", "safe-step", KEPT));
        assertThat(second.put(MAIL + "/wish", Map.of("agree", false)).status()).isEqualTo(204);
        assertThat(shown().path("said").asBoolean()).isFalse();
        assertThat(shown().path("wanted").isNull()).isTrue();
        assertThat(jdbc.queryForList("select wanted_password from mail_server", String.class))
                .containsOnlyNulls();
    }

    @Test
    void switchedOffNothingIsSentUntilItIsOnAgain() {
        assertThat(administrator.put(MAIL + "/off", Map.of("off", true)).status())
                .as("what the environment says is not switched here")
                .isEqualTo(409);
        said(route("NONE", "safe-step", KEPT));
        administrator.put(MAIL + "/off", Map.of("off", true));
        assertThat(shown().path("on").asBoolean()).isFalse();
        Answer off = administrator.post(MAIL + "/trial", Map.of());
        assertThat(off.status()).isEqualTo(409);
        assertThat(off.detail()).startsWith("Mail is off.");
        administrator.put(MAIL + "/off", Map.of("off", false));
        assertThat(administrator
                        .post(MAIL + "/trial", Map.of())
                        .body()
                        .path("taken")
                        .asBoolean())
                .isTrue();
    }

    @Test
    void whatSomebodyElseSaidMeanwhileIsNotWrittenOver() {
        Map<String, Object> stale = route("NONE", "safe-step", KEPT);
        said(route("NONE", "safe-step", KEPT));
        said(route("NONE", "safe-step", "another"));
        assertThat(said(stale).status()).isEqualTo(409);
    }

    @Test
    void invitationsGoByIt() throws MessagingException {
        said(route("NONE", "safe-step", KEPT));
        Map<String, Object> account = Map.of(
                "login", "test-new", "name", "T. Oar", "email", "t.oar@ferries.example", "roles", List.of("AUDITOR"));
        Answer added = administrator.post("/api/accounts", account);
        assertThat(added.body().path("mailedTo").asString()).as("%s", added).isEqualTo("t.oar@ferries.example");
        assertThat(server.getReceivedMessages()[0].getAllRecipients()[0]).hasToString("t.oar@ferries.example");
    }

    @Test
    void engineersAndThoseOfATerminalSayNothing() {
        assertThat(ApiClient.loggedIn(port, "roake")
                        .put(MAIL, route("NONE", "", ""))
                        .status())
                .isEqualTo(403);
    }
}
