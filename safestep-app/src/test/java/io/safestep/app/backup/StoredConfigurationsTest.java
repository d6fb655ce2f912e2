package io.safestep.app.backup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.app.backup.stored.BackupRepository;
import io.safestep.app.backup.stored.ConfigContents;
import io.safestep.app.backup.stored.StoredTrees;
import io.safestep.app.backup.stored.Versions;
import io.safestep.app.device.Devices;
import io.safestep.app.platform.Platforms;
import io.safestep.app.testing.ApiClient;
import io.safestep.core.config.tree.ConfigSyntaxException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.support.TransactionTemplate;

/** How configurations lie in the database, and how they are read from there. */
class StoredConfigurationsTest extends VersionedDevices {

    @Autowired
    private Backups backups;

    @Autowired
    private Devices devices;

    @Autowired
    private BackupRepository repository;

    @Autowired
    private Versions versions;

    @Autowired
    private ConfigContents contents;

    @Autowired
    private Platforms platforms;

    @Autowired
    private TransactionTemplate transaction;

    @Autowired
    private JdbcTemplate jdbc;

    @Test
    void manyConfigurationsAreReadAtOnceAndTheOneThatCanNotBeReadIsNamedOnlyWhenAskedFor() {
        List<Long> versions = List.of(CORVANE, HALDRIN, OSTREL).stream()
                .map(d -> newest(backUp(d), "RUNNING").path("id").asLong())
                .toList();
        String cutOff = "<config><system>";
        contents.keep(ConfigContents.hash(cutOff), cutOff);
        long unreadable = jdbc.queryForObject(
                "insert into backup (device_id, kind, cause, taken_at, confirmed_at, hash, file)"
                        + " select id, 'FILE', 'BY_HAND', now(), now(), ?, 'cut off' from device where name = ? returning id",
                Long.class,
                ConfigContents.hash(cutOff),
                HALDRIN);
        try {
            StoredTrees trees = new StoredTrees(repository, contents, devices, platforms, transaction);
            trees.prepare(
                    Stream.concat(versions.stream(), Stream.of(unreadable)).toList());
            for (long version : versions) {
                assertThat(trees.kept(version)).as("it was read once").isSameAs(trees.kept(version));
                assertThat(trees.kept(version).lines())
                        .isEqualTo(trees.read(version).lines());
            }
            assertThatThrownBy(() -> trees.kept(unreadable)).isInstanceOf(ConfigSyntaxException.class);
        } finally {
            jdbc.update("delete from backup where id = ?", unreadable);
            jdbc.update("delete from config_content where hash = ?", ConfigContents.hash(cutOff));
        }
    }

    @Test
    void nothingOfAConfigurationIsReadableInTheDatabase() {
        backUp(CORVANE);
        for (byte[] sealed : jdbc.queryForList("select sealed from config_content", byte[].class)) {
            assertThat(new String(sealed, StandardCharsets.ISO_8859_1)).doesNotContain("hostname", "10.77");
        }
        for (Map<String, Object> row : jdbc.queryForList("select lines, script, undo from change_target")) {
            assertThat(row.values())
                    .allSatisfy(v ->
                            assertThat(v == null ? "{sealed}" : v.toString()).matches("|\\{sealed}.*"));
        }
    }

    @Test
    void theTextForPeopleHasNoSecrets() {
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        long id = newest(auditor.get("/api/devices/brn-gw-a/backups").body(), "RUNNING")
                .path("id")
                .asLong();
        assertThat(auditor.text("/api/devices/brn-gw-a/backups/" + id))
                .contains("hostname brn-gw-a")
                .contains("authentication key ‹secret›")
                .doesNotContain("lantern-keel");
        assertThat(backups.text(id)).contains("lantern-keel");
        assertThat(auditor.get("/api/devices/brn-gw-b/backups/" + id).status())
                .as("not that of another device")
                .isEqualTo(404);
        assertThat(auditor.get("/api/devices/brn-gw-b/backups/999999").status()).isEqualTo(404);
    }

    @Test
    void aTextThatNoLongerHasItsHashIsNotUsed() {
        Map<String, Object> row = jdbc.queryForMap(
                "select b.id, b.hash, c.sealed from backup b join config_content c on c.hash = b.hash order by b.id limit 1");
        byte[] other = jdbc.queryForObject(
                "select sealed from config_content where hash <> ? limit 1", byte[].class, row.get("hash"));
        jdbc.update("update config_content set sealed = ? where hash = ?", other, row.get("hash"));
        try {
            assertThatThrownBy(() -> backups.text((Long) row.get("id"))).hasMessageContaining("no longer has the hash");
        } finally {
            jdbc.update("update config_content set sealed = ? where hash = ?", row.get("sealed"), row.get("hash"));
        }
        assertThat(backups.text((Long) row.get("id"))).isNotEmpty();
    }
}
