package io.safestep.core.network.policy;

import io.safestep.core.address.IpPrefix;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/**
 * What a device does with routes on their way in and out. The front door of this package.
 *
 * @param ospfKnowsCommunities whether conditions on communities count where routes are brought into OSPF; else they are
 *     passed over there
 */
public record RoutePolicy(
        Map<String, PrefixList> prefixLists,
        Map<String, CommunityList> communityLists,
        Map<String, RouteMap> routeMaps,
        boolean ospfKnowsCommunities) {

    /**
     * What of a route a map may look at.
     *
     * @param metric its MED, or the metric in the routing table
     * @param tag 0 for none
     * @param communities null where conditions on them are passed over
     */
    public record Looked(
            IpPrefix prefix,
            long metric,
            long tag,
            @Nullable Set<String> communities) {}

    /** Whether a prefix list lets a prefix through. No list, and one that is not defined, let everything through. */
    public boolean allows(@Nullable String prefixList, IpPrefix prefix) {
        PrefixList list = prefixList == null ? null : prefixLists.get(prefixList);
        return list == null || list.allows(prefix);
    }

    /**
     * What becomes of a route.
     *
     * @param routeMap null where there is none: the route stays as it is. One that is not defined drops everything.
     * @return empty when it is dropped
     */
    public Optional<RouteSettings> through(@Nullable String routeMap, Looked route) {
        if (routeMap == null) {
            return Optional.of(RouteSettings.NONE);
        }
        RouteMap map = routeMaps.get(routeMap);
        return map == null
                ? Optional.empty()
                : map.entries().stream()
                        .filter(entry -> fits(entry.conditions(), route))
                        .findFirst()
                        .filter(RouteMap.Entry::allow)
                        .map(RouteMap.Entry::sets);
    }

    /** A condition on a list that is not defined fits nothing. */
    private boolean fits(RouteMap.Conditions conditions, Looked route) {
        return one(conditions.prefixLists(), name -> {
                    PrefixList list = prefixLists.get(name);
                    return list != null && list.allows(route.prefix());
                })
                && carries(conditions, route.communities())
                && one(conditions.tags(), tag -> tag == route.tag())
                && one(conditions.metrics(), metric -> metric == route.metric());
    }

    private boolean carries(RouteMap.Conditions conditions, @Nullable Set<String> communities) {
        return communities == null
                || one(conditions.communityLists(), name -> {
                    CommunityList list = communityLists.get(name);
                    return list != null && list.matches(communities);
                });
    }

    private static <T> boolean one(List<T> wanted, Predicate<T> fits) {
        return wanted.isEmpty() || wanted.stream().anyMatch(fits);
    }

    /** Names of route maps that something uses and nobody defines, in their order. */
    public List<String> missing(Collection<String> used) {
        return used.stream()
                .filter(name -> name != null && !routeMaps.containsKey(name))
                .distinct()
                .sorted()
                .toList();
    }
}
