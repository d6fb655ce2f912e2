package io.safestep.core.network.facts;

import io.safestep.core.address.IpPrefix;
import io.safestep.core.network.policy.CommunityList;
import io.safestep.core.network.policy.PrefixList;
import io.safestep.core.network.policy.RouteMap;
import io.safestep.core.network.policy.RoutePolicy;
import io.safestep.core.network.policy.RouteSettings;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** Prefix lists, community lists and route maps. */
final class PolicyAssembly {

    private final FactValues says;

    PolicyAssembly(FactValues says) {
        this.says = says;
    }

    RoutePolicy policy() {
        return new RoutePolicy(
                all("prefix-list", "prefix-rule", this::prefixRule, PrefixList::new),
                all("community-list", "community-rule", this::communityRule, CommunityList::new),
                all("route-map", "route-map-entry", this::entry, RouteMap::new),
                says.defaults().flag("ospf-knows-communities"));
    }

    /** Everything of a kind by its name, with what belongs to it in its order. */
    private <R, T> Map<String, T> all(
            String kind, String part, Function<FactObject, R> reading, BiFunction<String, List<R>, T> making) {
        Map<String, T> all = new LinkedHashMap<>();
        for (FactObject o : says.of(kind)) {
            List<R> parts = FactObject.inOrder(says.of(part, kind, o.name())).stream()
                    .map(reading)
                    .filter(r -> r != null)
                    .toList();
            all.put(o.name(), making.apply(o.name(), parts));
        }
        return all;
    }

    private PrefixList.@Nullable Rule prefixRule(FactObject o) {
        IpPrefix prefix = says.value(o, "prefix", IpPrefix::parse);
        Boolean allow = says.value(o, "action", WrittenFacts::allows);
        if (prefix == null || allow == null) {
            return null;
        }
        int least = says.number(o, "least", prefix.length());
        // A lower bound alone opens the range upwards; without bounds the prefix has to be the same.
        int most = says.number(o, "most", o.has("least") ? 32 : prefix.length());
        return new PrefixList.Rule(allow, prefix, least, most);
    }

    private CommunityList.@Nullable Rule communityRule(FactObject o) {
        Boolean allow = says.value(o, "action", WrittenFacts::allows);
        Set<String> communities = says.value(o, "communities", WrittenPolicy::communities);
        return allow == null || communities == null ? null : new CommunityList.Rule(allow, communities);
    }

    private RouteMap.@Nullable Entry entry(FactObject o) {
        Boolean allow = says.value(o, "action", WrittenFacts::allows);
        if (allow == null) {
            return null;
        }
        return new RouteMap.Entry(
                allow,
                new RouteMap.Conditions(
                        says.values(o, "match-prefix-list", Function.identity()),
                        says.values(o, "match-community-list", Function.identity()),
                        says.values(o, "match-tag", WrittenPolicy::number),
                        says.values(o, "match-metric", WrittenPolicy::number)),
                settings(o));
    }

    private RouteSettings settings(FactObject o) {
        String communities = says.word(o, "set-community");
        return new RouteSettings(
                says.value(o, "set-local-preference", WrittenFacts::number),
                says.value(o, "set-metric", WrittenPolicy::number),
                says.value(o, "set-metric-type", WrittenFacts::number),
                says.value(o, "set-prepend", List.of(), WrittenPolicy::systems),
                says.value(o, "set-tag", WrittenPolicy::number),
                says.value(o, "set-community", WrittenPolicy::communities),
                communities != null && WrittenPolicy.keepsCommunities(communities));
    }
}
