package io.safestep.app.backup.keeping;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.backup.stored.Backup;
import io.safestep.app.backup.stored.BackupCause;
import io.safestep.app.backup.stored.BackupKind;
import io.safestep.app.backup.stored.BackupRepository;
import io.safestep.app.backup.stored.ConfigContents;
import io.safestep.app.backup.stored.Occasion;
import io.safestep.app.device.Devices;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** What is not kept any longer, with versions of a device of its own that no practice device stands behind. */
class RetentionTest extends SafeStepTest {

    private static final String OLD = "retention test ";

    @Autowired
    private BackupRepository repository;

    @Autowired
    private ConfigContents contents;

    @Autowired
    private Devices devices;

    @Autowired
    private JdbcTemplate jdbc;

    @Autowired
    private Clock clock;

    private ApiClient manager;
    private long device;

    @BeforeEach
    void addOldVersions() {
        awaitWholeDemo();
        manager = ApiClient.loggedIn(port, "mtarrant");
        device = devices.named("ops-fw-b").id();
        for (int i = 0; i < 8; i++) {
            add(i, Duration.ofDays(900L - i));
        }
    }

    @AfterEach
    void removeThem() {
        jdbc.update("delete from backup where summary like ?", OLD + "%");
        contents.removeUnused();
    }

    private void add(int number, Duration age) {
        String text = "version " + number + "\n";
        String hash = ConfigContents.hash(text);
        contents.keep(hash, text);
        Instant at = clock.instant().minus(age);
        Backup version = new Backup(
                device, BackupKind.STARTUP, null, Occasion.of(BackupCause.SCHEDULED), at, hash, text.length());
        version.describe(OLD + number, "", "");
        repository.saveAndFlush(version);
    }

    private long id(int number) {
        return jdbc.queryForObject("select id from backup where summary = ?", Long.class, OLD + number);
    }

    @Test
    void theNewestOfEachConfigurationAreKeptHoweverOldAndYoungOnesHoweverMany() {
        JsonNode three = manager.get("/api/backups/retention?keepDays=800&keepVersions=3")
                .body();
        assertThat(three.path("versions").asInt())
                .as("eight old ones and the one of the demo, of which three are kept")
                .isEqualTo(6);
        assertThat(three.path("devices").get(0).path("device").asString()).isEqualTo("ops-fw-b");
        assertThat(manager.get("/api/backups/retention?keepDays=10000&keepVersions=1")
                        .body()
                        .path("versions")
                        .asInt())
                .isZero();
        assertThat(manager.get("/api/backups/retention?keepDays=-1&keepVersions=1")
                        .status())
                .isEqualTo(422);
    }

    @Test
    void namedOnesAndThoseThatAChangeSpeaksOfAreKept() {
        jdbc.update("update backup set label = 'before the storm' where id = ?", id(0));
        jdbc.update(
                "update change_target set wanted_backup_id = ? where id = (select min(id) from change_target)", id(1));
        try {
            JsonNode plan = manager.get("/api/backups/retention?keepDays=800&keepVersions=3")
                    .body();
            assertThat(plan.path("versions").asInt()).isEqualTo(4);
            assertThat(plan.path("kept").path("belong to a change").asInt()).isEqualTo(1);
        } finally {
            jdbc.update("update change_target set wanted_backup_id = null where wanted_backup_id = ?", id(1));
        }
    }

    @Test
    void onlyWhatSomebodyHasSeenGoesAndTheRecordSaysSo() {
        Map<String, Object> policy =
                Map.of("oldAfterHours", 36, "keepDays", 800, "keepVersions", 3, "clearsDaily", false);
        assertThat(manager.put("/api/backups/policy", policy).status()).isEqualTo(200);
        Answer moved = manager.post("/api/backups/retention", Map.of("seen", 5));
        assertThat(moved.status()).isEqualTo(409);
        assertThat(moved.detail()).contains("6 versions by now, and not 5");
        String goes = jdbc.queryForObject("select hash from backup where summary = ?", String.class, OLD + "0");
        assertThat(manager.post("/api/backups/retention", Map.of("seen", 6)).status())
                .isEqualTo(200);
        assertThat(jdbc.queryForObject("select count(*) from backup where summary like ?", Integer.class, OLD + "%"))
                .isEqualTo(2);
        assertThat(jdbc.queryForObject("select count(*) from config_content where hash = ?", Integer.class, goes))
                .as("its text goes with it")
                .isZero();
        assertThat(manager.get("/api/record?subject=backups").body().toString()).contains("6 versions of 1 devices");
        assertThat(manager.put(
                                "/api/backups/policy",
                                Map.of("oldAfterHours", 0, "keepDays", 1, "keepVersions", 0, "clearsDaily", false))
                        .status())
                .isEqualTo(422);
    }
}
