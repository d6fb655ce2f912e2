package io.safestep.app.backup.stored;

import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.search.ConfigurationIndex;
import io.safestep.core.search.LineQuery;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/**
 * Finds lines in stored configurations. Since they are encrypted where they are stored, their lines are kept in memory,
 * secrets masked; what is not there yet is read when it is first needed.
 */
@Service
public class ConfigurationSearch {

    private static final Logger LOG = LoggerFactory.getLogger(ConfigurationSearch.class);

    /** How long a search waits for configurations that are not read yet; what is missing after that is said. */
    private static final int PATIENCE_SECONDS = 8;

    private static final int STEP = 200;
    private static final int MOST_WITHOUT = 500;

    private static final String NEWEST = """
            select b.id, d.name, d.platform, b.taken_at, b.hash from device d cross join lateral
              (select id, taken_at, hash from backup where device_id = d.id and kind = 'RUNNING'
              order by taken_at desc, id desc limit 1) b
            order by d.name""";

    private static final String EVERY = """
            select b.id, d.name, d.platform, b.taken_at, b.hash from backup b join device d on d.id = b.device_id
            where b.kind = 'RUNNING' order by d.name, b.taken_at desc, b.id desc""";

    private final ConfigContents contents;
    private final Platforms platforms;
    private final JdbcClient jdbc;
    private final ConfigurationIndex index = new ConfigurationIndex();
    private CompletableFuture<Void> reading = CompletableFuture.completedFuture(null);

    ConfigurationSearch(ConfigContents contents, Platforms platforms, JdbcClient jdbc) {
        this.contents = contents;
        this.platforms = platforms;
        this.jdbc = jdbc;
    }

    private record Version(long id, String device, String platform, Instant takenAt, String hash) {}

    /**
     * A line that was found.
     *
     * @param backupId the newest version that holds it
     * @param number where it stands in the configuration as shown, counted from 1
     * @param path the lines above it in the tree, outermost first
     * @param line the line, secrets masked
     * @param versions in how many of those that were looked at it stands
     * @param since when it was found first, among those that were looked at, UTC
     */
    public record Hit(
            String device, long backupId, int number, List<String> path, String line, int versions, Instant since) {}

    /**
     * What was found.
     *
     * @param lines how many lines there are in all; more than hits when there were too many
     * @param devices how many devices hold one
     * @param searched how many configurations were looked at
     * @param unread how many were not looked at, since they are still being read
     * @param without devices that hold none, the first 500
     * @param withoutCount how many there are of those
     */
    public record Found(
            List<Hit> hits, int lines, int devices, int searched, int unread, List<String> without, int withoutCount) {}

    /**
     * @param words a text, or a pattern in the syntax of RE2
     * @param every look into every version that is kept, and not only into the newest of each device
     * @param most how many lines are wanted
     * @param sight of who asks: only devices that they see are looked at
     * @throws ProblemException when the pattern is none
     */
    public Found find(String words, boolean pattern, boolean every, int most, Sight sight) {
        LineQuery query = query(words, pattern);
        List<Version> versions = sight.seen(versions(every), Version::device);
        int unread = bringIn(versions);
        Map<String, Version> byKey = new LinkedHashMap<>();
        versions.forEach(v -> byKey.putIfAbsent(v.hash(), v));
        ConfigurationIndex.Found found = index.find(query, byKey.keySet(), every ? Integer.MAX_VALUE : most);
        Set<String> holding = Set.copyOf(found.holding());
        Set<String> with = new TreeSet<>();
        Set<String> without = new TreeSet<>();
        versions.forEach(v -> (holding.contains(v.hash()) ? with : without).add(v.device()));
        without.removeAll(with);
        return new Found(
                every ? together(found, versions, most) : each(found, versions, most),
                found.lines(),
                with.size(),
                versions.size() - unread,
                unread,
                without.stream().limit(MOST_WITHOUT).toList(),
                without.size());
    }

    private static LineQuery query(String words, boolean pattern) {
        try {
            return pattern ? LineQuery.pattern(words) : LineQuery.text(words);
        } catch (IllegalArgumentException e) {
            throw ProblemException.invalid("q", String.valueOf(e.getMessage()));
        }
    }

    /** Two devices may hold the very same text. */
    private static List<Hit> each(ConfigurationIndex.Found found, List<Version> versions, int most) {
        Map<String, List<Version>> holders = versions.stream().collect(Collectors.groupingBy(Version::hash));
        List<Hit> hits = new ArrayList<>();
        for (ConfigurationIndex.Hit h : found.hits()) {
            for (Version v : holders.getOrDefault(h.key(), List.of())) {
                if (hits.size() < most) {
                    hits.add(new Hit(v.device(), v.id(), h.number(), h.path(), h.line(), 1, v.takenAt()));
                }
            }
        }
        return hits;
    }

    /** The same line of one device in many versions is told once, as it stands in the newest of them. */
    private static List<Hit> together(ConfigurationIndex.Found found, List<Version> versions, int most) {
        Map<String, List<ConfigurationIndex.Hit>> byKey =
                found.hits().stream().collect(Collectors.groupingBy(ConfigurationIndex.Hit::key));
        Map<List<Object>, Hit> byLine = new LinkedHashMap<>();
        for (Version v : versions) {
            for (ConfigurationIndex.Hit h : byKey.getOrDefault(v.hash(), List.of())) {
                byLine.merge(
                        List.of(v.device(), h.path(), h.line()),
                        new Hit(v.device(), v.id(), h.number(), h.path(), h.line(), 1, v.takenAt()),
                        (newer, older) -> new Hit(
                                newer.device(),
                                newer.backupId(),
                                newer.number(),
                                newer.path(),
                                newer.line(),
                                newer.versions() + 1,
                                older.since()));
            }
        }
        return byLine.values().stream().limit(most).toList();
    }

    private List<Version> versions(boolean every) {
        return jdbc.sql(every ? EVERY : NEWEST)
                .query((row, i) -> new Version(
                        row.getLong(1),
                        row.getString(2),
                        row.getString(3),
                        row.getTimestamp(4).toInstant(),
                        row.getString(5)))
                .list();
    }

    /** @return how many are still not there after a while */
    private int bringIn(List<Version> versions) {
        Map<String, String> platformOf = new HashMap<>();
        versions.forEach(v -> platformOf.put(v.hash(), v.platform()));
        if (index.missing(platformOf.keySet()).isEmpty()) {
            return 0;
        }
        try {
            read(platformOf).get(PATIENCE_SECONDS, TimeUnit.SECONDS);
        } catch (TimeoutException e) {
            LOG.info("A search did not wait any longer: {} are read so far.", index);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (ExecutionException e) {
            throw new IllegalStateException("Stored configurations can't be read for a search.", e.getCause());
        }
        Set<String> missing = Set.copyOf(index.missing(platformOf.keySet()));
        return (int) versions.stream().filter(v -> missing.contains(v.hash())).count();
    }

    /** One after the other: whoever comes while others are read waits for those first. */
    private synchronized CompletableFuture<Void> read(Map<String, String> platformOf) {
        reading = reading.handleAsync((done, failure) -> {
            List<String> missing = index.missing(platformOf.keySet());
            for (int i = 0; i < missing.size(); i += STEP) {
                List<String> step = missing.subList(i, Math.min(missing.size(), i + STEP));
                Map<String, String> texts = contents.texts(new LinkedHashSet<>(step));
                texts.entrySet().parallelStream()
                        .forEach(e -> put(e.getKey(), platformOf.getOrDefault(e.getKey(), ""), e.getValue()));
            }
            return null;
        });
        return reading;
    }

    private void put(String hash, String platform, String text) {
        if (platforms.has(platform)) {
            ConfigEngine engine = platforms.engine(platform);
            index.put(hash, engine.writeMasked(engine.read(text)));
        } else {
            // Without the profile nobody knows what is a secret: nothing of it is shown.
            index.put(hash, "");
        }
    }

    /** Before anybody searches, so that the first search need not wait. */
    @EventListener(ApplicationReadyEvent.class)
    void readAhead() {
        Map<String, String> platformOf = new HashMap<>();
        versions(false).forEach(v -> platformOf.put(v.hash(), v.platform()));
        read(platformOf);
    }

    /** After versions were taken away: their lines are not kept either. */
    public void forgetRemoved() {
        index.retain(versions(true).stream().map(Version::hash).collect(Collectors.toSet()));
    }
}
