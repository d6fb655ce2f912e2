package io.safestep.app.unsaved;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

/** What was typed and not saved comes back to who typed it, and to nobody else. */
class UnsavedTest extends SafeStepTest {

    private static final String PLACE = "/api/unsaved/change-1004";

    @Autowired
    private JdbcTemplate jdbc;

    @AfterEach
    void nothingKept() {
        jdbc.update("delete from unsaved_text");
    }

    private static Map<String, String> typed(String content) {
        return Map.of("content", content);
    }

    @Test
    void itComesBackOnAnotherMachineUntilItIsSaved() {
        ApiClient engineer = ApiClient.loggedIn(port, "roake");
        assertThat(engineer.get(PLACE).body().path("content").isNull()).isTrue();
        assertThat(engineer.put(PLACE, typed("vlan 9")).status()).isEqualTo(204);
        assertThat(engineer.put(PLACE, typed("vlan 90")).status()).isEqualTo(204);
        Answer elsewhere = ApiClient.loggedIn(port, "roake").get(PLACE);
        assertThat(elsewhere.body().path("content").asString()).isEqualTo("vlan 90");
        assertThat(elsewhere.body().path("typedAt").isNull()).isFalse();
        assertThat(ApiClient.loggedIn(port, "abrill")
                        .get(PLACE)
                        .body()
                        .path("content")
                        .isNull())
                .as("also an administrator is given nothing of it")
                .isTrue();
        assertThat(engineer.delete(PLACE).status()).isEqualTo(204);
        assertThat(engineer.get(PLACE).body().path("content").isNull()).isTrue();
    }

    @Test
    void itIsEncryptedInTheDatabase() {
        ApiClient.loggedIn(port, "roake").put(PLACE, typed("user noc password lantern"));
        assertThat(jdbc.queryForList("select content from unsaved_text", String.class))
                .singleElement()
                .asString()
                .doesNotContain("lantern");
    }

    @Test
    void whatIsTooMuchOrNoPlaceIsRefused() {
        ApiClient engineer = ApiClient.loggedIn(port, "roake");
        assertThat(engineer.put("/api/unsaved/No%20place", typed("x")).status()).isEqualTo(422);
        assertThat(engineer.put(PLACE, typed(" ")).status()).isEqualTo(422);
        jdbc.update(
                "insert into unsaved_text (person_id, place, content, typed_at) select p.id, 'place-' || n, '', now()"
                        + " from person p, generate_series(1, 100) n where p.login = 'roake'");
        Answer more = engineer.put(PLACE, typed("x"));
        assertThat(more.status()).isEqualTo(409);
        assertThat(more.detail()).startsWith("You have typed in 100 places");
    }

    @Test
    void afterAMonthItIsForgotten() {
        ApiClient engineer = ApiClient.loggedIn(port, "roake");
        engineer.put(PLACE, typed("old"));
        jdbc.update("update unsaved_text set typed_at = now() - interval '31 days'");
        engineer.put("/api/unsaved/new-change", typed("new"));
        assertThat(engineer.get(PLACE).body().path("content").isNull()).isTrue();
    }
}
