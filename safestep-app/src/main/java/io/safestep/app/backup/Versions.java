package io.safestep.app.backup;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DifferenceSummary;
import java.time.Clock;
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

    /** @param isNew it was not the same as the last one */
    record Stored(long id, boolean isNew) {}

    /** Inside a transaction that holds the lock of the device. */
    Stored store(long deviceId, DeviceText read, Occasion occasion, String loggedIn) {
        Backup last = repository.newest(deviceId, read.kind(), read.file()).orElse(null);
        String lastText = last == null ? null : contents.text(last.hash());
        if (lastText != null && read.isSameAs(lastText)) {
            last.confirm(clock.instant());
            if (!occasion.label().isEmpty()) {
                last.label(occasion.label());
            }
            return new Stored(last.id(), false);
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
        return new Stored(repository.saveAndFlush(version).id(), true);
    }

    private static DifferenceSummary summary(ConfigEngine engine, String before, String after) {
        return engine.summary(engine.read(before), engine.read(after));
    }

    /** The text of the newest version of a configuration; null when there is none. */
    String newestText(long deviceId, BackupKind kind) {
        return repository
                .newest(deviceId, kind, null)
                .map(last -> contents.text(last.hash()))
                .orElse(null);
    }
}
