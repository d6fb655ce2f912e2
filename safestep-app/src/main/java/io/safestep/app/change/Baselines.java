package io.safestep.app.change;

import io.safestep.app.backup.Backups;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.ConfigTree;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.stereotype.Component;

/**
 * Stored configurations, read. A backup never changes, and the same ones are looked at with every letter that an author
 * types, so that those used last are kept.
 */
@Component
class Baselines {

    /** So many lines of configurations are kept in all: some hundred megabytes at the very most. */
    static final int MOST_LINES = 500_000;

    private record Read(ConfigTree tree, int lines) {}

    private final Backups backups;
    private final Map<Long, Read> kept = new LinkedHashMap<>(16, 0.75f, true);
    private int lines;

    Baselines(Backups backups) {
        this.backups = backups;
    }

    /** The configuration in a backup; the engine is that of the device's platform. */
    ConfigTree of(long backupId, ConfigEngine engine) {
        synchronized (kept) {
            Read known = kept.get(backupId);
            if (known != null) {
                return known.tree();
            }
        }
        String text = backups.text(backupId);
        ConfigTree tree = engine.read(text);
        keep(backupId, new Read(tree, (int) text.lines().count()));
        return tree;
    }

    /** Whether one more can be kept without forgetting another. */
    boolean hasRoom() {
        synchronized (kept) {
            return lines < MOST_LINES * 4L / 5;
        }
    }

    private void keep(long backupId, Read read) {
        synchronized (kept) {
            Read before = kept.put(backupId, read);
            lines += read.lines() - (before == null ? 0 : before.lines());
            Iterator<Read> eldest = kept.values().iterator();
            while (lines > MOST_LINES && eldest.hasNext()) {
                lines -= eldest.next().lines();
                eldest.remove();
            }
        }
    }
}
