package io.safestep.core.network.facts;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import io.safestep.core.network.packet.PacketFilter;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Routes that are written down, and packet filters. */
final class ForwardingAssembly {

    private final FactValues says;

    ForwardingAssembly(FactValues says) {
        this.says = says;
    }

    List<StaticRoute> routes() {
        return says.of("route").stream().map(this::route).filter(r -> r != null).toList();
    }

    private @Nullable StaticRoute route(FactObject o) {
        IpPrefix prefix = says.value(o, "prefix", IpPrefix::parse);
        IpAddress via = says.value(o, "via", IpAddress::parse);
        String exit = says.word(o, "interface");
        boolean discard = says.flag(o, "discard");
        if (prefix == null || via == null && exit == null && !discard) {
            return null;
        }
        return new StaticRoute(
                prefix,
                via,
                exit,
                says.number(o, "distance", says.defaults().number("distance-static")),
                discard,
                says.value(o, "tag", 0L, WrittenPolicy::number));
    }

    Map<String, PacketFilter> filters() {
        Map<String, PacketFilter> filters = new LinkedHashMap<>();
        boolean allowsRest = "allow".equals(says.defaults().word("filter-end"));
        for (FactObject o : says.of("filter")) {
            List<PacketFilter.Rule> rules = FactObject.inOrder(says.of("rule", "filter", o.name())).stream()
                    .map(this::rule)
                    .filter(r -> r != null)
                    .toList();
            filters.put(o.name(), new PacketFilter(o.name(), rules, allowsRest));
        }
        return filters;
    }

    private PacketFilter.@Nullable Rule rule(FactObject o) {
        int protocol = says.value(o, "protocol", PacketFilter.ANY, WrittenFacts::protocol);
        Boolean allow = says.value(o, "action", WrittenFacts::allows);
        return allow == null
                ? null
                : new PacketFilter.Rule(
                        allow,
                        protocol,
                        says.value(o, "from", IpPrefix.ALL, WrittenFacts::block),
                        says.value(o, "to", IpPrefix.ALL, WrittenFacts::block),
                        says.value(o, "from-port", WrittenFacts::ports),
                        says.value(o, "to-port", WrittenFacts::ports),
                        o.line());
    }
}
