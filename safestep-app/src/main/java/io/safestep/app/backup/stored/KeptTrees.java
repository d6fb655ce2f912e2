package io.safestep.app.backup.stored;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.Policy;
import io.safestep.core.config.tree.ConfigTree;
import java.util.Collection;
import java.util.HashSet;
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

    private final Cache<Long, Read> kept = Caffeine.newBuilder()
            .maximumWeight(MOST_LINES)
            .<Long, Read>weigher((id, read) -> read.lines())
            .executor(Runnable::run)
            .build();
    private final Policy.Eviction<Long, Read> eviction =
            kept.policy().eviction().orElseThrow();

    /** @param reading asked for when the backup is not among those that are kept */
    ConfigTree of(long backupId, Supplier<Read> reading) {
        Read known = kept.getIfPresent(backupId);
        if (known == null) {
            // Read outside the cache: it may need a connection for which somebody waits who waits for the cache.
            known = reading.get();
            kept.put(backupId, known);
        }
        return known.tree();
    }

    /** Those that would have to be read. */
    Set<Long> missing(Collection<Long> backupIds) {
        Set<Long> missing = new HashSet<>(backupIds);
        missing.removeAll(kept.getAllPresent(backupIds).keySet());
        return missing;
    }

    /** Whether one more can be kept without forgetting another. */
    boolean haveRoom() {
        return eviction.weightedSize().orElse(0) < MOST_LINES * 4L / 5;
    }

    void forget() {
        kept.invalidateAll();
    }
}
