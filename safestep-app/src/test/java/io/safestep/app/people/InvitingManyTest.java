package io.safestep.app.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** Links for many people at once. */
class InvitingManyTest extends PeopleTest {

    private static final String MANY = "/api/accounts/invitations";

    @Autowired
    private io.safestep.app.mail.Mail mail;

    @AfterEach
    void environmentAgain() {
        jdbc.update("delete from mail_server");
        mail.moved();
    }

    private void added(String login, String email, String role) {
        jdbc.update("insert into person (login, name, email, roles) values (?, ?, ?, ?)", login, login, email, role);
    }

    private JsonNode invitedAll(ApiClient by, String... logins) {
        Answer answer = by.post(MANY, Map.of("logins", List.of(logins)));
        assertThat(answer.status()).as("%s", answer).isEqualTo(200);
        return answer.body();
    }

    @Test
    void whoHasAMailAddressIsMailedAndTheOthersLinksAreHandedOn() {
        added("test-mail", "t.mail@ferries.example", "AUDITOR");
        added("test-none", null, "AUDITOR");
        JsonNode invited = invitedAll(administrator, "test-mail", "test-none", "test-mail");
        assertThat(invited).as("each once").hasSize(2);
        assertThat(invited.get(0).path("invitation").path("mailedTo").asString())
                .isEqualTo("t.mail@ferries.example");
        assertThat(invited.get(0).path("invitation").path("path").isNull())
                .as("who is mailed a link is the only one who has it")
                .isTrue();
        String path = invited.get(1).path("invitation").path("path").asString();
        comesIn(path.substring("/welcome#".length()));
        assertThat(row("test-none").path("standing").asString()).isEqualTo("HERE");
    }

    @Test
    void oneThatDoesNotGoStopsNoneOfTheOthers() {
        added("test-gone", null, "AUDITOR");
        administrator.put("/api/accounts/test-gone/retirement", Map.of());
        added("test-there", null, "AUDITOR");
        JsonNode invited = invitedAll(administrator, "test-gone", "test-nobody", "test-there");
        assertThat(invited.get(0).path("refused").asString())
                .isEqualTo("test-gone is retired. Let them come back first.");
        assertThat(invited.get(1).path("refused").asString()).contains("test-nobody");
        assertThat(invited.get(2).path("refused").isNull()).isTrue();
        assertThat(invited.get(2).path("invitation").path("path").asString()).startsWith("/welcome#");
    }

    @Test
    void whoDecidesWaitsForAnotherAdministratorHereToo() {
        comesIn(invited("test-second", "ADMINISTRATOR"));
        added("test-decides", null, "APPROVER");
        added("test-reads", null, "AUDITOR");
        JsonNode invited = invitedAll(administrator, "test-decides", "test-reads");
        assertThat(invited.get(0).path("invitation").path("waits").asString()).contains("Another administrator");
        assertThat(invited.get(0).path("invitation").path("path").isNull()).isTrue();
        assertThat(invited.get(1).path("invitation").path("path").asString()).startsWith("/welcome#");
    }

    @Test
    void aMailServerThatDoesNotAnswerIsTriedOnce() {
        jdbc.update("""
                insert into mail_server (id, route) values
                (1, '{"host": "127.0.0.1", "port": 9, "protection": "NONE", "user": "", "sender": "a@b"}')""");
        mail.moved();
        List<String> logins = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            added("test-mail" + i, "t" + i + "@ferries.example", "AUDITOR");
            logins.add("test-mail" + i);
        }
        JsonNode invited = invitedAll(administrator, logins.toArray(String[]::new));
        assertThat(invited).hasSize(5);
        invited.forEach(i -> assertThat(i.path("invitation").path("path").asString())
                .as("handed on instead: %s", i)
                .startsWith("/welcome#"));
    }

    @Test
    void aHundredAtMostAndAtLeastOne() {
        List<String> logins = IntStream.range(0, 101).mapToObj(i -> "test-" + i).toList();
        assertThat(administrator.post(MANY, Map.of("logins", logins)).status()).isEqualTo(422);
        assertThat(administrator.post(MANY, Map.of("logins", List.of())).status())
                .isEqualTo(422);
        assertThat(administrator.post(MANY, Map.of("logins", List.of(" "))).status())
                .isEqualTo(422);
        assertThat(ApiClient.loggedIn(port, "roake")
                        .post(MANY, Map.of("logins", List.of("x")))
                        .status())
                .isEqualTo(403);
    }
}
