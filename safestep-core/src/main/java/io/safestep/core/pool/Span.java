package io.safestep.core.pool;

/**
 * Values that follow each other without a gap, as numbers; an IPv4 address counts as its unsigned 32 bits.
 *
 * @param first the smallest
 * @param last the largest, not smaller than the first
 */
public record Span(long first, long last) {

    public Span {
        if (first > last) {
            throw new IllegalArgumentException("a range ends before it begins");
        }
    }

    public static Span of(long value) {
        return new Span(value, value);
    }

    public boolean overlaps(Span other) {
        return first <= other.last && other.first <= last;
    }

    boolean contains(Span other) {
        return first <= other.first && other.last <= last;
    }

    public long size() {
        return last - first + 1;
    }
}
