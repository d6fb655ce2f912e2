package io.safestep.app.backup;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DifferenceSummary;
import java.time.Clock;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Supplier;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Stores what was read: as a new version when it differs from the last one, else the last one is confirmed. */
@Component
class Versions {

    /** Asked at each visit: without entities, and without a transaction of its own. */
    private static final String NEWEST =
            "select distinct on (kind) kind, hash from backup where device_id = ? and file is"
                    + " null order by kind, taken_at desc, id desc";

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

    /**
     * Inside a transaction that holds the lock of the device. Whether new or not, each stored text has been read from the
     * database and was the same when this comes back.
     *
     * @return in the order of what was read
     * @throws IllegalStateException when what is stored is not what was read
     */
    List<Stored> store(long deviceId, List<DeviceText> read, Occasion occasion, String loggedIn) {
        List<Backup> newest = repository.newestOfEach(deviceId);
        List<Backup> last = read.stream()
                .map(text -> newest.stream().filter(text::isOf).findFirst().orElse(null))
                .toList();
        Map<String, String> texts = contents.texts(last.stream()
                .filter(Objects::nonNull)
                .map(Backup::hash)
                .distinct()
                .toList());
        List<Stored> stored = new ArrayList<>();
        for (int i = 0; i < read.size(); i++) {
            Backup before = last.get(i);
            String text = before == null ? null : texts.get(before.hash());
            stored.add(
                    text != null && read.get(i).isSameAs(text)
                            ? confirm(before, occasion)
                            : add(deviceId, read.get(i), text, occasion, loggedIn));
        }
        return stored;
    }

    private Stored confirm(Backup last, Occasion occasion) {
        last.confirm(clock.instant());
        if (!occasion.label().isEmpty()) {
            last.label(occasion.label());
        }
        return new Stored(last.id(), last.hash(), false);
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

    /** The newest version of each configuration of a device; kinds of which there is none are missing. */
    Map<BackupKind, Last> newest(long deviceId) {
        Map<BackupKind, Last> newest = new EnumMap<>(BackupKind.class);
        jdbc.query(
                NEWEST,
                row -> {
                    String hash = row.getString("hash");
                    newest.put(BackupKind.valueOf(row.getString("kind")), new Last(hash, () -> contents.text(hash)));
                },
                deviceId);
        return newest;
    }

    /** @param text read from the database when it is asked for: mostly the hash is enough */
    record Last(String hash, Supplier<String> text) {}
}
