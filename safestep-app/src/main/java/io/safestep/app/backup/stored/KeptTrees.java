package io.safestep.app.backup.stored;

import io.safestep.core.config.tree.ConfigTree;
import java.util.Collection;
import java.util.HashSet;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;

/**
 * Stored configurations, read. A backup never changes, and the same ones are looked at with every letter that an author
 * types and in every phase of a run, so that those used last are kept.
 */
final class KeptTrees {

    /** So many lines of configurations are kept in all: some hundred megabytes at the very most. */
    static final int MOST_LINES = 500_000;

    /** @param lines of the text in which the tree was read */
    record Read(ConfigTree tree, int lines) {}

    private final Map<Long, Read> kept = new LinkedHashMap<>(16, 0.75f, true);
    private int lines;

    /** @param reading asked for when the backup is not among those that are kept */
    ConfigTree of(long backupId, Supplier<Read> reading) {
        synchronized (kept) {
            Read known = kept.get(backupId);
            if (known != null) {
                return known.tree();
            }
        }
        Read read = reading.get();
        keep(backupId, read);
        return read.tree();
    }

    /** Those that would have to be read. */
    Set<Long> missing(Collection<Long> backupIds) {
        Set<Long> missing = new HashSet<>(backupIds);
        synchronized (kept) {
            missing.removeIf(id -> kept.get(id) != null);
        }
        return missing;
    }

    /** Whether one more can be kept without forgetting another. */
    boolean haveRoom() {
        synchronized (kept) {
            return lines < MOST_LINES * 4L / 5;
        }
    }

    void forget() {
        synchronized (kept) {
            kept.clear();
            lines = 0;
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
