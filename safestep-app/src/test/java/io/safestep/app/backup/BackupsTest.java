package io.safestep.app.backup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.SafeStepTest;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

class BackupsTest extends SafeStepTest {

    @Autowired
    private Backups backups;

    @Autowired
    private JdbcTemplate jdbc;

    @Test
    void byHandRunningAndStartupAreTakenAndEqualTextsHaveEqualHashes() {
        ApiClient operator = ApiClient.loggedIn(port, "pquill");
        JsonNode first =
                operator.post("/api/devices/ops-co-a/backups", Map.of()).body();
        JsonNode second =
                operator.post("/api/devices/ops-co-a/backups", Map.of()).body();
        assertThat(second.size()).isEqualTo(first.size() + 2);
        assertThat(second.get(0).path("kind").asString()).isEqualTo("startup");
        assertThat(second.get(1).path("kind").asString()).isEqualTo("running");
        assertThat(second.get(1).path("hash").asString())
                .as("the line with the time of reading does not count")
                .isEqualTo(second.get(3).path("hash").asString());
        assertThat(operator.get("/api/record?subject=ops-co-a").body().toString())
                .contains("backed up");
    }

    @Test
    void theTextForPeopleHasNoSecrets() {
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        long id = auditor.get("/api/devices/brn-gw-a/backups")
                .body()
                .get(0)
                .path("id")
                .asLong();
        String text = auditor.get("/api/devices/brn-gw-a/backups/" + id)
                .body()
                .path("text")
                .asString();
        assertThat(text)
                .contains("hostname brn-gw-a")
                .contains("authentication key ‹secret›")
                .doesNotContain("lantern-keel");
        assertThat(backups.text(id)).contains("lantern-keel");
    }

    @Test
    void aBackupOfAnotherDeviceIsNotShown() {
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        long id = auditor.get("/api/devices/brn-gw-a/backups")
                .body()
                .get(0)
                .path("id")
                .asLong();
        assertThat(auditor.get("/api/devices/brn-gw-b/backups/" + id).status()).isEqualTo(404);
        assertThat(auditor.get("/api/devices/brn-gw-b/backups/999999").status()).isEqualTo(404);
    }

    @Test
    void aTextThatNoLongerHasItsHashIsNotUsed() {
        String hash =
                jdbc.queryForObject("select hash from backup where id = (select min(id) from backup)", String.class);
        long id = jdbc.queryForObject("select min(id) from backup", Long.class);
        String text = backups.text(id);
        jdbc.update("update config_content set text = text || 'route 0.0.0.0/0 via 10.66.6.6' where hash = ?", hash);
        try {
            assertThatThrownBy(() -> backups.text(id)).hasMessageContaining("no longer has the hash");
        } finally {
            jdbc.update("update config_content set text = ? where hash = ?", text, hash);
        }
        assertThat(backups.text(id)).isEqualTo(text);
    }

    @Test
    void linesAreFoundAcrossTheNewestConfigurations() {
        assertThat(backups.search("TIME-SERVER 10.77.8.20", 30))
                .extracting(Backups.Hit::device)
                .contains("brn-gw-a", "brn-gw-b", "brn-ac-1", "ops-co-a");
        assertThat(backups.search("lantern-keel", 30))
                .as("secrets are not found")
                .isEmpty();
        assertThat(backups.search("interface", 3)).hasSize(3);
    }
}
