package io.safestep.app.backup;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DifferenceSummary;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/**
 * Stores what was read: as a new version when it differs from the last one, else the last one is confirmed. That is asked at
 * every visit, and answered without entities.
 */
@Component
class Versions {

    /** Reads no more of a device that has thousands of versions than of one that has a few. */
    private static final String NEWEST =
            "select b.* from unnest(array['RUNNING', 'STARTUP', 'EXPECTED']) k cross join lateral"
                    + " (select id, kind, file, hash from backup where device_id = ? and kind = k"
                    + " order by taken_at desc, id desc limit 1) b"
                    + " union all (select distinct on (file) id, kind, file, hash from backup"
                    + " where device_id = ? and kind = 'FILE' order by file, taken_at desc, id desc)";

    private final BackupRepository repository;
    private final ConfigContents contents;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    Versions(BackupRepository repository, ConfigContents contents, JdbcTemplate jdbc, Clock clock) {
        this.repository = repository;
        this.contents = contents;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * @param hash of the text that is stored
     * @param isNew it was not the same as the last one
     */
    record Stored(long id, String hash, boolean isNew) {}

    /** The newest version of a configuration or file. */
    private record Newest(long id, BackupKind kind, String file, String hash) {

        boolean isOf(DeviceText text) {
            return text.kind() == kind && Objects.equals(text.file(), file);
        }
    }

    /**
     * Inside a transaction that holds the lock of the device. Whether new or not, each stored text has been read from the
     * database and was the same when this comes back.
     *
     * @return in the order of what was read
     * @throws IllegalStateException when what is stored is not what was read
     */
    List<Stored> store(long deviceId, List<DeviceText> read, Occasion occasion, String loggedIn) {
        List<Newest> newest = newestOf(deviceId);
        List<Newest> last = read.stream()
                .map(text ->
                        newest.stream().filter(n -> n.isOf(text)).findFirst().orElse(null))
                .toList();
        Map<String, String> texts = contents.texts(last.stream()
                .filter(Objects::nonNull)
                .map(Newest::hash)
                .distinct()
                .toList());
        List<Stored> stored = new ArrayList<>();
        List<Long> confirmed = new ArrayList<>();
        for (int i = 0; i < read.size(); i++) {
            Newest before = last.get(i);
            String text = before == null ? null : texts.get(before.hash());
            if (text != null && read.get(i).isSameAs(text)) {
                confirmed.add(before.id());
                stored.add(new Stored(before.id(), before.hash(), false));
            } else {
                stored.add(add(deviceId, read.get(i), text, occasion, loggedIn));
            }
        }
        confirm(confirmed, occasion.label());
        return stored;
    }

    /** @param label a name for what was found once more; empty to leave it what it is called */
    private void confirm(List<Long> ids, String label) {
        if (!ids.isEmpty()) {
            jdbc.update(
                    "update backup set confirmed_at = ?, confirmations = confirmations + 1,"
                            + " label = coalesce(nullif(?, ''), label) where id = any(?)",
                    Timestamp.from(clock.instant()),
                    label,
                    ids.toArray(new Long[0]));
        }
    }

    /**
     * The device said by its marker that nothing has changed. Inside a transaction that holds the lock of the device.
     *
     * @return the version of what it runs; empty when there is none
     */
    Optional<Long> confirmConfigurations(long deviceId) {
        List<Newest> shown = newestOf(deviceId).stream()
                .filter(n -> n.kind() == BackupKind.RUNNING || n.kind() == BackupKind.STARTUP)
                .toList();
        confirm(shown.stream().map(Newest::id).toList(), "");
        return shown.stream()
                .filter(n -> n.kind() == BackupKind.RUNNING)
                .map(Newest::id)
                .findFirst();
    }

    /** @param before the text of the version before; null when there is none */
    private Stored add(long deviceId, DeviceText read, String before, Occasion occasion, String loggedIn) {
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

    private List<Newest> newestOf(long deviceId) {
        return jdbc.query(
                NEWEST,
                (row, i) -> new Newest(
                        row.getLong("id"),
                        BackupKind.valueOf(row.getString("kind")),
                        row.getString("file"),
                        row.getString("hash")),
                deviceId,
                deviceId);
    }

    /** The newest version of each configuration of a device; kinds of which there is none are missing. */
    Map<BackupKind, Last> newest(long deviceId) {
        Map<BackupKind, Last> newest = new EnumMap<>(BackupKind.class);
        newestOf(deviceId).stream()
                .filter(n -> n.file() == null)
                .forEach(n -> newest.put(n.kind(), new Last(n.hash(), () -> contents.text(n.hash()))));
        return newest;
    }

    /** @param text read from the database when it is asked for: mostly the hash is enough */
    record Last(String hash, Supplier<String> text) {}
}
