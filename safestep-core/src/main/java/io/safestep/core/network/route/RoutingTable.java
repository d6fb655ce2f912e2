package io.safestep.core.network.route;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/** The routes that a device uses: for each prefix those of the most trusted source. */
public final class RoutingTable {

    private final Map<IpPrefix, Route> routes = new HashMap<>();
    /** Bit n is set when there is a prefix of length n. */
    private long lengths;

    /** Takes a route unless one of a more trusted source, or of the same source with less cost, is there. */
    public void offer(Route route) {
        Route present = routes.get(route.prefix());
        if (present == null || isBetter(route, present)) {
            routes.put(route.prefix(), route);
            lengths |= 1L << route.prefix().length();
        } else if (isEqual(route, present)) {
            List<NextHop> together = new ArrayList<>(present.nextHops());
            together.addAll(route.nextHops());
            routes.put(
                    route.prefix(),
                    new Route(
                            route.prefix(), route.source(), route.distance(), route.metric(), together, present.tag()));
        }
    }

    private static boolean isBetter(Route one, Route other) {
        if (one.distance() != other.distance()) {
            return one.distance() < other.distance();
        }
        if (one.source() != other.source()) {
            return one.source().compareTo(other.source()) < 0;
        }
        return one.metric() < other.metric();
    }

    private static boolean isEqual(Route one, Route other) {
        return one.distance() == other.distance()
                && one.source() == other.source()
                && one.metric() == other.metric()
                && !one.discards()
                && !other.discards();
    }

    /** The route for exactly this prefix; null when there is none. */
    public @Nullable Route exactly(IpPrefix prefix) {
        return routes.get(prefix);
    }

    /** The route with the longest prefix that holds the address (RFC 1812, section 5.2.4.3); null when there is none. */
    public @Nullable Route towards(IpAddress address) {
        return towards(address, route -> true);
    }

    /** The same among some of the routes. */
    public @Nullable Route towards(IpAddress address, Predicate<Route> among) {
        for (long left = lengths; left != 0; ) {
            int length = 63 - Long.numberOfLeadingZeros(left);
            Route route = routes.get(new IpPrefix(address.bits(), length));
            if (route != null && among.test(route)) {
                return route;
            }
            left &= ~(1L << length);
        }
        return null;
    }

    /** All routes, by prefix. */
    public List<Route> routes() {
        return routes.values().stream()
                .sorted(Comparator.comparing(Route::prefix))
                .toList();
    }
}
