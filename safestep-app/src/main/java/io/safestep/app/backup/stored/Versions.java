package io.safestep.app.backup.stored;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.compare.DifferenceSummary;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.namedparam.SqlParameterSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Stores what was read: as a new version when it differs from the last one, else the last one is confirmed. That is asked at
 * every visit, and answered without entities.
 */
@Component
public class Versions {

    /** Reads no more of a device that has thousands of versions than of one that has a few. */
    private static final String NEWEST = """
            select v.id, v.kind, v.file, v.hash, c.sealed from (
              select b.* from unnest(array['RUNNING', 'STARTUP', 'EXPECTED']) k cross join lateral
                (select id, kind, file, hash from backup where device_id = :device and kind = k
                order by taken_at desc, id desc limit 1) b
              union all (select distinct on (file) id, kind, file, hash from backup
                where device_id = :device and kind = 'FILE' order by file, taken_at desc, id desc)) v
            join config_content c on c.hash = v.hash""";

    private static final String CONFIRM_UNLESS_NEWER = """
            update backup b set confirmed_at = :now, confirmations = confirmations + 1,
              label = coalesce(nullif(:label, ''), label)
            where b.id = :id and not exists (select 1 from backup n
              where n.device_id = b.device_id and n.kind = b.kind and n.file is not distinct from b.file
                and (n.taken_at, n.id) > (b.taken_at, b.id))""";

    private static final String CONFIRM_CONFIGURATIONS = """
            update backup b set confirmed_at = :now, confirmations = confirmations + 1
            from unnest(array['RUNNING', 'STARTUP']) k cross join lateral
              (select id from backup where device_id = :device and kind = k order by taken_at desc, id desc limit 1) n
            where b.id = n.id returning b.id, b.kind""";

    private final BackupRepository repository;
    private final ConfigContents contents;
    private final JdbcClient jdbc;
    private final NamedParameterJdbcTemplate batches;
    private final Clock clock;

    Versions(
            BackupRepository repository,
            ConfigContents contents,
            JdbcClient jdbc,
            NamedParameterJdbcTemplate batches,
            Clock clock) {
        this.repository = repository;
        this.contents = contents;
        this.jdbc = jdbc;
        this.batches = batches;
        this.clock = clock;
    }

    /**
     * @param hash of the text that is stored
     * @param isNew it was not the same as the last one
     */
    public record Stored(long id, String hash, boolean isNew) {}

    /** The newest version of each configuration and file of a device. */
    public List<NewestVersion> newest(long deviceId) {
        return jdbc.sql(NEWEST)
                .param("device", deviceId)
                .query((row, i) -> {
                    String hash = row.getString("hash");
                    byte[] sealed = row.getBytes("sealed");
                    return new NewestVersion(
                            row.getLong("id"),
                            BackupKind.valueOf(row.getString("kind")),
                            row.getString("file"),
                            hash,
                            () -> contents.open(hash, sealed));
                })
                .list();
    }

    /**
     * The versions that hold what was read, in the order of what was read. Each stored text has been opened and was the
     * same.
     *
     * @param newest as it was when the device was asked
     * @return empty when something of it differs, or was never stored
     */
    public static Optional<List<NewestVersion>> holding(List<DeviceText> read, List<NewestVersion> newest) {
        List<NewestVersion> holding = new ArrayList<>();
        for (DeviceText text : read) {
            Optional<NewestVersion> last =
                    newest.stream().filter(n -> n.isOf(text)).findFirst();
            if (last.isEmpty() || !text.isSameAs(last.get().text())) {
                return Optional.empty();
            }
            holding.add(last.get());
        }
        return Optional.of(holding);
    }

    /**
     * Inside a transaction that holds the lock of the device. Whether new or not, each stored text has been read from the
     * database and was the same when this comes back.
     *
     * @return in the order of what was read
     * @throws IllegalStateException when what is stored is not what was read
     */
    public List<Stored> store(long deviceId, List<DeviceText> read, Occasion occasion, String loggedIn) {
        List<NewestVersion> newest = newest(deviceId);
        List<Stored> stored = new ArrayList<>();
        List<NewestVersion> confirmed = new ArrayList<>();
        for (DeviceText text : read) {
            NewestVersion before =
                    newest.stream().filter(n -> n.isOf(text)).findFirst().orElse(null);
            if (before != null && text.isSameAs(before.text())) {
                confirmed.add(before);
                stored.add(new Stored(before.id(), before.hash(), false));
            } else {
                stored.add(add(deviceId, text, before == null ? null : before.text(), occasion, loggedIn));
            }
        }
        confirm(confirmed, occasion.label());
        return stored;
    }

    /**
     * Inside a transaction that holds the lock of the device.
     *
     * @param label a name for what was found once more; empty to leave it what it is called
     * @return whether all of them are still the newest
     */
    public boolean confirm(List<NewestVersion> versions, String label) {
        // One plan for each of them is kept by the database, and none for any number of them at once.
        Timestamp now = Timestamp.from(clock.instant());
        int[] confirmed = batches.batchUpdate(
                CONFIRM_UNLESS_NEWER,
                versions.stream()
                        .map(version -> new MapSqlParameterSource("id", version.id())
                                .addValue("now", now)
                                .addValue("label", label))
                        .toArray(SqlParameterSource[]::new));
        return Arrays.stream(confirmed).allMatch(rows -> rows == 1);
    }

    /**
     * The device said by its marker that nothing has changed. Inside a transaction that holds the lock of the device.
     *
     * @return the version of what it runs; empty when there is none
     */
    public Optional<Long> confirmConfigurations(long deviceId) {
        return jdbc
                .sql(CONFIRM_CONFIGURATIONS)
                .param("now", Timestamp.from(clock.instant()))
                .param("device", deviceId)
                .query((row, i) -> Map.entry(row.getString("kind"), row.getLong("id")))
                .list()
                .stream()
                .filter(version -> version.getKey().equals(BackupKind.RUNNING.name()))
                .map(Map.Entry::getValue)
                .findFirst();
    }

    /** @param before the text of the version before; null when there is none */
    private Stored add(long deviceId, DeviceText read, @Nullable String before, Occasion occasion, String loggedIn) {
        String hash = ConfigContents.hash(read.text());
        contents.keep(hash, read.text());
        Backup version = new Backup(
                deviceId,
                read.kind(),
                read.file(),
                occasion,
                clock.instant(),
                hash,
                read.text().length());
        if (before == null) {
            version.describe("The first one.", "", "");
        } else {
            DifferenceSummary summary = summary(read.engine(), before, read.text());
            version.describe(summary.inWords(), String.join("\n", summary.places()), loggedIn);
        }
        long id = repository.saveAndFlush(version).id();
        if (!read.isSameAs(contents.text(hash))) {
            throw new IllegalStateException("The backup of device " + deviceId + " was not stored as it was read.");
        }
        return new Stored(id, hash, true);
    }

    private static DifferenceSummary summary(ConfigEngine engine, String before, String after) {
        return engine.summary(engine.read(before), engine.read(after));
    }
}
