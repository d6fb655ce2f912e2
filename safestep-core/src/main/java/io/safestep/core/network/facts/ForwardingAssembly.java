package io.safestep.core.network.facts;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;

/** Routes that are written down, packet filters and prefix lists. */
final class ForwardingAssembly {

    private static final Pattern NUMBER = Pattern.compile("\\d{1,9}");

    private final FactValues says;

    ForwardingAssembly(FactValues says) {
        this.says = says;
    }

    List<StaticRoute> routes() {
        return says.of("route").stream().map(this::route).filter(r -> r != null).toList();
    }

    private StaticRoute route(FactObject o) {
        IpPrefix prefix = says.value(o, "prefix", null, IpPrefix::parse);
        IpAddress via = says.value(o, "via", null, IpAddress::parse);
        String exit = says.word(o, "interface");
        boolean discard = says.flag(o, "discard");
        if (prefix == null || via == null && exit == null && !discard) {
            return null;
        }
        return new StaticRoute(
                prefix, via, exit, says.number(o, "distance", says.defaults().number("distance-static")), discard);
    }

    Map<String, PacketFilter> filters() {
        Map<String, PacketFilter> filters = new LinkedHashMap<>();
        boolean allowsRest = says.defaults().word("filter-end").equals("allow");
        for (FactObject o : says.of("filter")) {
            List<PacketFilter.Rule> rules = inOrder(says.of("rule", "filter", o.name())).stream()
                    .map(this::rule)
                    .filter(r -> r != null)
                    .toList();
            filters.put(o.name(), new PacketFilter(o.name(), rules, allowsRest));
        }
        return filters;
    }

    /** Rules that have numbers for names go by their numbers, others by their lines. */
    private static List<FactObject> inOrder(List<FactObject> rules) {
        boolean numbered = rules.stream().allMatch(r -> NUMBER.matcher(r.name()).matches());
        return numbered
                ? rules.stream()
                        .sorted(Comparator.comparingInt(r -> Integer.parseInt(r.name())))
                        .toList()
                : rules;
    }

    private PacketFilter.Rule rule(FactObject o) {
        Integer protocol = says.value(o, "protocol", PacketFilter.ANY, WrittenFacts::protocol);
        Boolean allow = says.value(o, "action", null, WrittenFacts::allows);
        return allow == null || protocol == null
                ? null
                : new PacketFilter.Rule(
                        allow,
                        protocol,
                        says.value(o, "from", IpPrefix.ALL, WrittenFacts::block),
                        says.value(o, "to", IpPrefix.ALL, WrittenFacts::block),
                        says.value(o, "from-port", null, WrittenFacts::ports),
                        says.value(o, "to-port", null, WrittenFacts::ports),
                        o.line());
    }

    Map<String, PrefixList> prefixLists() {
        Map<String, PrefixList> lists = new LinkedHashMap<>();
        for (FactObject o : says.of("prefix-list")) {
            List<PrefixList.Rule> rules = inOrder(says.of("prefix-rule", "prefix-list", o.name())).stream()
                    .map(this::prefixRule)
                    .filter(r -> r != null)
                    .toList();
            lists.put(o.name(), new PrefixList(o.name(), rules));
        }
        return lists;
    }

    private PrefixList.Rule prefixRule(FactObject o) {
        IpPrefix prefix = says.value(o, "prefix", null, IpPrefix::parse);
        Boolean allow = says.value(o, "action", null, WrittenFacts::allows);
        if (prefix == null || allow == null) {
            return null;
        }
        int least = says.number(o, "least", prefix.length());
        // A lower bound alone opens the range upwards; without bounds the prefix has to be the same.
        int most = says.number(o, "most", o.has("least") ? 32 : prefix.length());
        return new PrefixList.Rule(allow, prefix, least, most);
    }
}
