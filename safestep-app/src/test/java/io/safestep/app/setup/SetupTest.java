package io.safestep.app.setup;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** What is said once for the whole installation. */
class SetupTest extends SafeStepTest {

    private static final String NETWORK = "/api/installation/network";

    @Autowired
    private JdbcTemplate jdbc;

    private ApiClient administrator;
    private JsonNode before;

    @BeforeEach
    void begin() {
        administrator = ApiClient.loggedIn(port, "abrill");
        before = administrator.get(NETWORK).body();
    }

    @AfterEach
    void end() {
        administrator.put(
                NETWORK,
                Map.of(
                        "name",
                        "Merrow Sound Ferries",
                        "zone",
                        before.path("zone").asString()));
        jdbc.update(
                "update person set email = 'abrill@merrow-sound.example', version = version + 1 where login = 'abrill'");
    }

    @Test
    void theZoneThatIsSaidHoldsAtOnceForEverybody() {
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        Answer said = administrator.put(NETWORK, Map.of("name", " Sound and Isles ", "zone", "Europe/London"));

        assertThat(said.status()).as("%s", said).isEqualTo(200);
        JsonNode session = auditor.get("/api/session").body();
        assertThat(session.path("zone").asString()).isEqualTo("Europe/London");
        assertThat(session.path("network").asString()).isEqualTo("Sound and Isles");
        assertThat(ApiClient.stranger(port)
                        .get("/api/session")
                        .body()
                        .path("network")
                        .isNull())
                .as("strangers are not told whose network it is")
                .isTrue();
        assertThat(administrator.get("/api/record?subject=network").body().toString())
                .contains("to Sound and Isles in Europe/London.");
    }

    private long regular(String name, String by) {
        return jdbc.queryForObject("""
                insert into regular_round
                (name, action, first_day, at_time, recurrence, zone, spread_minutes, active, changed_by, last_words)
                values (?, 'BACK_UP', '2026-01-01', '20:00', 'FREQ=DAILY', 'UTC', 0, false, ?, '') returning id""", Long.class, name, by);
    }

    private String zoneOf(long round) {
        return jdbc.queryForObject("select zone from regular_round where id = ?", String.class, round);
    }

    @Test
    void roundsThatNobodyHasWrittenFollowTheZone() {
        long given = regular("setup test given", AuditLog.SAFE_STEP);
        long written = regular("setup test written", "mtarrant");
        try {
            administrator.put(NETWORK, Map.of("name", "Sound", "zone", "Europe/London"));
            assertThat(zoneOf(given)).isEqualTo("Europe/London");
            assertThat(zoneOf(written)).isEqualTo("UTC");
            assertThat(jdbc.queryForObject(
                            "select to_char(next_at at time zone 'Europe/London', 'HH24:MI') from regular_round where id = ?",
                            String.class,
                            given))
                    .isEqualTo("20:00");
        } finally {
            jdbc.update("delete from regular_round where id in (?, ?)", given, written);
        }
    }

    @Test
    void whatCannotBeIsSaidBesideItsField() {
        Answer wrong = administrator.put(NETWORK, Map.of("name", " ", "zone", "Halifax"));
        assertThat(wrong.status()).isEqualTo(422);
        Map<String, String> errors = new HashMap<>();
        wrong.body()
                .path("errors")
                .forEach(e ->
                        errors.put(e.path("field").asString(), e.path("message").asString()));
        assertThat(errors).containsOnlyKeys("name", "zone");
        assertThat(errors.get("zone")).startsWith("There is no time zone called Halifax.");
        assertThat(administrator
                        .put(NETWORK, Map.of("name", "n".repeat(81), "zone", "UTC"))
                        .status())
                .isEqualTo(422);
        assertThat(administrator.get(NETWORK).body()).isEqualTo(before);
        assertThat(ApiClient.loggedIn(port, "roake")
                        .put(NETWORK, Map.of("name", "x", "zone", "UTC"))
                        .status())
                .isEqualTo(403);
    }

    @Test
    void whatFilesSayIsShownWithoutSecrets() {
        JsonNode files = administrator.get("/api/installation/files").body();
        assertThat(files.toString())
                .contains("SAFESTEP_HOME", "SAFESTEP_UNDECIDED_DRIFT")
                .doesNotContainIgnoringCase("password");
    }

    @Test
    void mailIsTriedOnWhoAsks() {
        JsonNode mail = administrator.get("/api/installation/mail").body();
        jdbc.update("update person set email = null, version = version + 1 where login = 'abrill'");
        Answer nowhere = administrator.post("/api/installation/mail/trial", Map.of());
        assertThat(nowhere.status()).isEqualTo(409);
        assertThat(nowhere.detail())
                .startsWith(mail.path("on").asBoolean() ? "You have no mail address" : "Mail is off.");
    }

    @Test
    void platformsInUseAreNamedWithWhereTheyComeFrom() {
        JsonNode platforms = administrator.get("/api/installation/platforms").body();
        List<String> names = new java.util.ArrayList<>();
        platforms.path("loaded").forEach(p -> names.add(p.path("name").asString()));
        assertThat(names)
                .contains("corvane-cli", "haldrin-netconf", "ostrel-restconf")
                .isSorted();
        assertThat(platforms.path("folder").asString()).endsWith("/platforms");
    }
}
