package io.safestep.core.network.ospf;

import io.safestep.core.network.route.NextHop;
import java.util.ArrayList;
import java.util.List;

/** The cheapest ways to a destination: one cost, and the first hops of all ways that have it. */
record Path(long cost, List<NextHop> hops) {

    /** The better of two; both together where they cost the same. */
    static Path best(Path one, Path other) {
        if (one == null || other == null) {
            return one == null ? other : one;
        }
        if (one.cost != other.cost) {
            return one.cost < other.cost ? one : other;
        }
        List<NextHop> hops = new ArrayList<>(one.hops);
        other.hops.stream().filter(h -> !hops.contains(h)).forEach(hops::add);
        return new Path(one.cost, hops);
    }

    Path longer(long by) {
        return by == 0 ? this : new Path(cost + by, hops);
    }
}
