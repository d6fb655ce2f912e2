package io.safestep.core.search;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.locks.ReentrantReadWriteLock;
import java.util.function.Predicate;
import java.util.stream.IntStream;

/**
 * The lines of many configurations, for finding some of them fast. Configurations of one network are made of the same
 * lines again and again: each different line is kept once and looked at once, whatever the number of configurations in
 * which it stands. A configuration costs five octets for each of its lines. Safe for use by several threads. The front
 * door of this package.
 */
public final class ConfigurationIndex {

    private static final int PARTS = 16;

    private final ReentrantReadWriteLock lock = new ReentrantReadWriteLock();
    private final Map<String, Integer> numbers = new HashMap<>();
    private final List<String> lines = new ArrayList<>();
    private final Map<String, Configuration> configurations = new HashMap<>();

    /** Numbers of lines, and how deep each is indented. */
    private record Configuration(int[] lines, byte[] indents) {}

    /**
     * A line that was found.
     *
     * @param key of the configuration
     * @param number where the line stands, counted from 1
     * @param path the lines above it in the tree, outermost first
     */
    public record Hit(String key, int number, List<String> path, String line) {}

    /**
     * Adds a configuration, unless one of its key is there.
     *
     * @param text one line each, blocks told by indentation; without secrets
     */
    public void put(String key, String text) {
        List<String> written = text.lines().toList();
        byte[] indents = new byte[written.size()];
        List<String> stripped = new ArrayList<>(indents.length);
        for (int i = 0; i < indents.length; i++) {
            String line = written.get(i);
            String without = line.stripLeading();
            indents[i] = (byte) Math.min(Byte.MAX_VALUE, line.length() - without.length());
            stripped.add(without.stripTrailing());
        }
        lock.writeLock().lock();
        try {
            configurations.computeIfAbsent(
                    key,
                    k -> new Configuration(
                            stripped.stream().mapToInt(this::number).toArray(), indents));
        } finally {
            lock.writeLock().unlock();
        }
    }

    private int number(String line) {
        return numbers.computeIfAbsent(line, l -> {
            lines.add(l);
            return lines.size() - 1;
        });
    }

    /** Which of these keys are not here yet. */
    public List<String> missing(Collection<String> keys) {
        lock.readLock().lock();
        try {
            return keys.stream()
                    .filter(k -> !configurations.containsKey(k))
                    .distinct()
                    .toList();
        } finally {
            lock.readLock().unlock();
        }
    }

    /** Forgets every configuration that is not among these. */
    public void retain(Set<String> keys) {
        lock.writeLock().lock();
        try {
            configurations.keySet().retainAll(keys);
        } finally {
            lock.writeLock().unlock();
        }
    }

    /**
     * What was looked for in some configurations.
     *
     * @param hits in the order of the keys, then of the lines; not more than were wanted
     * @param lines how many there are in all
     * @param holding keys of the configurations that hold one, in the order of the keys
     */
    public record Found(List<Hit> hits, int lines, List<String> holding) {}

    /**
     * @param keys in which configurations it is looked; those that are not here are left out
     * @param most how many lines are wanted
     */
    public Found find(LineQuery query, Collection<String> keys, int most) {
        lock.readLock().lock();
        try {
            BitSet wanted = wanted(query);
            List<Hit> hits = new ArrayList<>();
            List<String> holding = new ArrayList<>();
            int count = 0;
            for (String key : keys) {
                Configuration configuration = configurations.get(key);
                if (configuration == null) {
                    continue;
                }
                int before = count;
                for (int i = 0; i < configuration.lines().length; i++) {
                    if (wanted.get(configuration.lines()[i])) {
                        count++;
                        if (hits.size() < most) {
                            hits.add(hit(key, configuration, i));
                        }
                    }
                }
                if (count > before) {
                    holding.add(key);
                }
            }
            return new Found(hits, count, holding);
        } finally {
            lock.readLock().unlock();
        }
    }

    /** Numbers of the lines that fit. */
    private BitSet wanted(LineQuery query) {
        int size = lines.size();
        return IntStream.range(0, PARTS)
                .parallel()
                .mapToObj(part -> {
                    Predicate<String> test = query.test();
                    BitSet found = new BitSet(size);
                    int end = (int) ((long) size * (part + 1) / PARTS);
                    for (int i = (int) ((long) size * part / PARTS); i < end; i++) {
                        if (test.test(lines.get(i))) {
                            found.set(i);
                        }
                    }
                    return found;
                })
                .reduce(new BitSet(size), (a, b) -> {
                    BitSet both = (BitSet) a.clone();
                    both.or(b);
                    return both;
                });
    }

    private Hit hit(String key, Configuration configuration, int at) {
        LinkedList<String> path = new LinkedList<>();
        int indent = configuration.indents()[at];
        for (int i = at - 1; i >= 0 && indent > 0; i--) {
            if (configuration.indents()[i] < indent) {
                indent = configuration.indents()[i];
                path.addFirst(lines.get(configuration.lines()[i]));
            }
        }
        return new Hit(key, at + 1, List.copyOf(path), lines.get(configuration.lines()[at]));
    }

    /** How many different lines are kept. */
    public int differentLines() {
        lock.readLock().lock();
        try {
            return lines.size();
        } finally {
            lock.readLock().unlock();
        }
    }

    @Override
    public String toString() {
        return configurations.size() + " configurations of " + differentLines() + " different lines";
    }
}
