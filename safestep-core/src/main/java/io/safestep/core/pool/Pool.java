package io.safestep.core.pool;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** Values from which free ones are given. The front door of this package. */
public final class Pool {

    private final PoolKind kind;
    private final List<Span> ranges;
    private final List<Span> exclusions;
    private final long step;

    private Pool(PoolKind kind, List<Span> ranges, List<Span> exclusions, long step) {
        this.kind = kind;
        this.ranges = ranges;
        this.exclusions = exclusions;
        this.step = step;
    }

    /**
     * Reads a pool as a person writes it.
     *
     * @param ranges values, ranges or blocks: {@code 10.77.40.10-10.77.40.99}, {@code 10.77.192.0/20}, {@code 200-299}
     * @param exclusions the same, for what is never given
     * @param length for prefixes: the length of those that are given; otherwise not looked at
     * @throws IllegalArgumentException with a sentence that says what can't be read
     */
    public static Pool of(PoolKind kind, List<String> ranges, List<String> exclusions, int length) {
        List<Span> spans = ranges.stream().map(kind::read).toList();
        for (int i = 0; i < spans.size(); i++) {
            for (int j = 0; j < i; j++) {
                if (spans.get(i).overlaps(spans.get(j))) {
                    throw new IllegalArgumentException(
                            "\"" + ranges.get(i) + "\" and \"" + ranges.get(j) + "\" overlap");
                }
            }
        }
        long step = 1;
        if (kind == PoolKind.PREFIX) {
            if (length < 1 || length > 32) {
                throw new IllegalArgumentException("the length of a prefix is 1 to 32");
            }
            step = 1L << (32 - length);
            for (int i = 0; i < spans.size(); i++) {
                if (spans.get(i).size() < step) {
                    throw new IllegalArgumentException("\"" + ranges.get(i) + "\" is smaller than one /" + length);
                }
            }
        }
        return new Pool(
                kind,
                spans.stream().sorted(Comparator.comparingLong(Span::first)).toList(),
                exclusions.stream().map(kind::read).toList(),
                step);
    }

    public List<Span> ranges() {
        return ranges;
    }

    /** How many values there are in all, without the exclusions. */
    public long size() {
        return countFree(List.of());
    }

    /** How many values could be given when these are used. */
    public long countFree(Collection<Span> used) {
        long free = 0;
        List<Span> taken = taken(used);
        for (Span range : ranges) {
            long at = aligned(range.first());
            for (Span span : taken) {
                if (span.last() < at || span.first() > range.last()) {
                    continue;
                }
                free += Math.max(0, (span.first() - at) / step);
                at = Math.max(at, aligned(span.last() + 1));
            }
            free += Math.max(0, (range.last() + 1 - at) / step);
        }
        return free;
    }

    /** The smallest value that overlaps nothing that is used; empty when none is left. */
    public Optional<Span> nextFree(Collection<Span> used) {
        List<Span> taken = taken(used);
        for (Span range : ranges) {
            long at = aligned(range.first());
            for (Span span : taken) {
                if (span.last() >= at && span.first() < at + step) {
                    at = aligned(span.last() + 1);
                }
            }
            Span found = new Span(at, at + step - 1);
            if (range.contains(found)) {
                return Optional.of(found);
            }
        }
        return Optional.empty();
    }

    /** Used and excluded, by their beginnings. */
    private List<Span> taken(Collection<Span> used) {
        List<Span> taken = new ArrayList<>(used);
        taken.addAll(exclusions);
        taken.sort(Comparator.comparingLong(Span::first));
        return taken;
    }

    /** A prefix begins at a multiple of its size. */
    private long aligned(long value) {
        return (value + step - 1) / step * step;
    }

    /** The value as a configuration has it. */
    public String write(Span value) {
        return kind.write(value);
    }

    /** Whether both could give the same value. */
    public boolean overlaps(Pool other) {
        return ranges.stream().anyMatch(one -> other.ranges.stream().anyMatch(one::overlaps));
    }
}
