package io.safestep.core.network.bgp;

import io.safestep.core.address.IpAddress;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.function.Function;
import java.util.function.ToLongFunction;

/** Which of several routes to one prefix is used (RFC 4271, sections 9.1.2 and 9.1.2.2). */
final class BgpDecision {

    private final Function<IpAddress, OptionalLong> costOf;

    /** @param costOf cost of the way to a next hop; empty when it can't be reached */
    BgpDecision(Function<IpAddress, OptionalLong> costOf) {
        this.costOf = costOf;
    }

    Optional<BgpRoute> best(Collection<BgpRoute> routes) {
        List<BgpRoute> left = routes.stream()
                .filter(r -> r.isOwn() || costOf.apply(r.nextHop()).isPresent())
                .toList();
        left = keepLeast(left, r -> -r.localPreference());
        // A route of the device's own comes before any that it was told.
        left = keepLeast(left, r -> r.isOwn() ? 0 : 1);
        left = keepLeast(left, r -> r.path().size());
        left = keepLeast(left, r -> r.incomplete() ? 1 : 0);
        left = keepLeastMed(left);
        left = keepLeast(left, r -> r.isOwn() || r.external() ? 0 : 1);
        left = keepLeast(left, r -> r.isOwn() ? 0 : costOf.apply(r.nextHop()).orElse(0));
        return left.stream()
                .min(Comparator.comparing(BgpRoute::neighbourId, Comparator.nullsFirst(IpAddress::compareTo))
                        .thenComparing(BgpRoute::learnedFrom, Comparator.nullsFirst(IpAddress::compareTo)));
    }

    private static List<BgpRoute> keepLeast(List<BgpRoute> routes, ToLongFunction<BgpRoute> measure) {
        if (routes.size() < 2) {
            return routes;
        }
        long least = routes.stream().mapToLong(measure).min().orElseThrow();
        return routes.stream().filter(r -> measure.applyAsLong(r) == least).toList();
    }

    /** Step c: a route gives way to one from the same neighbouring system with a lower MED. */
    private static List<BgpRoute> keepLeastMed(List<BgpRoute> routes) {
        return routes.stream()
                .filter(r ->
                        routes.stream().noneMatch(o -> o.neighbouringAs() == r.neighbouringAs() && o.med() < r.med()))
                .toList();
    }
}
