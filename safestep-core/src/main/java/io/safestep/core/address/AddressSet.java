package io.safestep.core.address;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Addresses that devices can have in some blocks, without some others. Of a block with a length up to 30 the first and the
 * last address are left out: they are those of the network and of all its hosts (RFC 1122, section 3.2.1.3).
 */
public final class AddressSet {

    /** From the first to the last address, both belong to it. */
    private record Stretch(long first, long last) {
        long size() {
            return last - first + 1;
        }
    }

    private static final int LAST_WITH_BROADCAST = 30;

    private final List<Stretch> stretches;

    private AddressSet(List<Stretch> stretches) {
        this.stretches = stretches;
    }

    public static AddressSet of(List<IpPrefix> included, List<IpPrefix> excluded) {
        List<Stretch> wanted = merged(included.stream().map(AddressSet::hosts).toList());
        for (Stretch out : merged(excluded.stream().map(AddressSet::whole).toList())) {
            wanted = without(wanted, out);
        }
        return new AddressSet(wanted);
    }

    private static Stretch whole(IpPrefix block) {
        long first = Integer.toUnsignedLong(block.bits());
        return new Stretch(first, first + (1L << (32 - block.length())) - 1);
    }

    private static Stretch hosts(IpPrefix block) {
        Stretch whole = whole(block);
        return block.length() > LAST_WITH_BROADCAST ? whole : new Stretch(whole.first() + 1, whole.last() - 1);
    }

    private static List<Stretch> merged(List<Stretch> given) {
        List<Stretch> merged = new ArrayList<>();
        for (Stretch next :
                given.stream().sorted(Comparator.comparingLong(Stretch::first)).toList()) {
            Stretch before = merged.isEmpty() ? null : merged.get(merged.size() - 1);
            if (before != null && next.first() <= before.last() + 1) {
                merged.set(merged.size() - 1, new Stretch(before.first(), Math.max(before.last(), next.last())));
            } else {
                merged.add(next);
            }
        }
        return merged;
    }

    private static List<Stretch> without(List<Stretch> from, Stretch out) {
        List<Stretch> left = new ArrayList<>();
        for (Stretch s : from) {
            if (out.last() < s.first() || out.first() > s.last()) {
                left.add(s);
                continue;
            }
            if (s.first() < out.first()) {
                left.add(new Stretch(s.first(), out.first() - 1));
            }
            if (s.last() > out.last()) {
                left.add(new Stretch(out.last() + 1, s.last()));
            }
        }
        return left;
    }

    /** How many addresses. */
    public long size() {
        return stretches.stream().mapToLong(Stretch::size).sum();
    }

    /** In ascending order, from the one behind the given address; from the first when it is null. */
    public Stream<IpAddress> behind(@Nullable IpAddress last) {
        long from = last == null ? 0 : Integer.toUnsignedLong(last.bits()) + 1;
        return stretches.stream()
                .filter(s -> s.last() >= from)
                .flatMapToLong(s -> LongStream.rangeClosed(Math.max(s.first(), from), s.last()))
                .mapToObj(bits -> new IpAddress((int) bits));
    }
}
