package io.safestep.app.backup;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DifferenceSummary;
import java.time.Clock;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/** Stores what was read: as a new version when it differs from the last one, else the last one is confirmed. */
@Component
class Versions {

    private final BackupRepository repository;
    private final ConfigContents contents;
    private final Clock clock;

    Versions(BackupRepository repository, ConfigContents contents, Clock clock) {
        this.repository = repository;
        this.contents = contents;
        this.clock = clock;
    }

    /**
     * @param hash of the text that is stored
     * @param isNew it was not the same as the last one
     */
    record Stored(long id, String hash, boolean isNew) {}

    /**
     * Inside a transaction that holds the lock of the device. Whether new or not, the stored text has been read from the
     * database and was the same when this comes back.
     *
     * @throws IllegalStateException when what is stored is not what was read
     */
    Stored store(long deviceId, DeviceText read, Occasion occasion, String loggedIn) {
        Backup last = repository.newest(deviceId, read.kind(), read.file()).orElse(null);
        String lastText = last == null ? null : contents.text(last.hash());
        if (lastText != null && read.isSameAs(lastText)) {
            last.confirm(clock.instant());
            if (!occasion.label().isEmpty()) {
                last.label(occasion.label());
            }
            return new Stored(last.id(), last.hash(), false);
        }
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
        if (lastText == null) {
            version.describe("The first one.", "", "");
        } else {
            DifferenceSummary summary = summary(read.engine(), lastText, read.text());
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

    /** The newest version of a configuration; null when there is none. */
    Last newest(long deviceId, BackupKind kind) {
        return repository
                .newest(deviceId, kind, null)
                .map(last -> new Last(last.hash(), () -> contents.text(last.hash())))
                .orElse(null);
    }

    /** @param text read from the database when it is asked for: mostly the hash is enough */
    record Last(String hash, Supplier<String> text) {}
}
