package io.safestep.core.network.facts;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import io.safestep.core.network.facts.FactObject.Said;
import io.safestep.core.platform.NetworkLanguage;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Makes the facts about a device out of what its lines say. A value that can't be read counts as not modelled. */
final class FactAssembly {

    private static final Map<String, Integer> PROTOCOLS = Map.of(
            "ip", PacketFilter.ANY,
            "icmp", Packet.ICMP,
            "tcp", Packet.TCP,
            "udp", Packet.UDP,
            "ospf", Packet.OSPF,
            "vrrp", Packet.VRRP);

    private final String device;
    private final NetworkLanguage defaults;
    private final Map<String, List<FactObject>> objects;
    private final List<UnmodelledLine> unmodelled;

    FactAssembly(String device, NetworkLanguage defaults, List<FactObject> objects, List<UnmodelledLine> unmodelled) {
        this.device = device;
        this.defaults = defaults;
        this.objects = objects.stream().collect(Collectors.groupingBy(FactObject::kind));
        this.unmodelled = new ArrayList<>(unmodelled);
    }

    DeviceFacts assemble() {
        Map<String, InterfaceFacts> interfaces = new LinkedHashMap<>();
        of("interface").stream().filter(o -> !o.name().isEmpty()).forEach(o -> interfaces.put(o.name(), port(o)));
        return new DeviceFacts(
                device,
                interfaces,
                defaults.flag("vlans-declared") ? vlans() : null,
                of("route").stream().map(this::route).filter(r -> r != null).toList(),
                filters(),
                prefixLists(),
                ospf(),
                bgp(),
                new Distances(
                        defaults.number("distance-ebgp"),
                        defaults.number("distance-ospf"),
                        defaults.number("distance-ibgp")),
                List.copyOf(unmodelled));
    }

    private List<FactObject> of(String kind) {
        return objects.getOrDefault(kind, List.of());
    }

    private List<FactObject> of(String kind, String owner, String ownerName) {
        return of(kind).stream().filter(o -> ownerName.equals(o.around(owner))).toList();
    }

    private FactObject single(String kind) {
        return of(kind).stream().findFirst().orElse(null);
    }

    // ------------------------------------------------------------ values

    private <T> T value(FactObject object, String attribute, T fallback, Function<String, T> reading) {
        Said said = object.last(attribute);
        return said == null ? fallback : read(said, fallback, reading);
    }

    private <T> T read(Said said, T fallback, Function<String, T> reading) {
        try {
            return reading.apply(said.value());
        } catch (IllegalArgumentException e) {
            unmodelled.add(
                    new UnmodelledLine(said.line(), said.path(), "The value can't be read: " + e.getMessage() + "."));
            return fallback;
        }
    }

    private <T> List<T> values(FactObject object, String attribute, Function<String, T> reading) {
        List<T> values = new ArrayList<>();
        for (Said said : object.all(attribute)) {
            T value = read(said, null, reading);
            if (value != null) {
                values.add(value);
            }
        }
        return values;
    }

    private int number(FactObject object, String attribute, int fallback) {
        return value(object, attribute, fallback, FactAssembly::number);
    }

    private static int number(String text) {
        if (!text.matches("\\d{1,9}")) {
            throw new IllegalArgumentException("\"" + text + "\" is not a number");
        }
        return Integer.parseInt(text);
    }

    private String word(FactObject object, String attribute) {
        return value(object, attribute, null, Function.identity());
    }

    private boolean flag(FactObject object, String attribute) {
        return Boolean.TRUE.equals(value(object, attribute, false, FactAssembly::yesOrNo));
    }

    private static Boolean yesOrNo(String text) {
        return switch (text) {
            case "true", "yes", "on" -> true;
            case "false", "no", "off" -> false;
            default -> throw new IllegalArgumentException("\"" + text + "\" is neither yes nor no");
        };
    }

    /** An AS number as one decimal number (RFC 5396, asplain). */
    private static Long asNumber(String text) {
        if (!text.matches("\\d{1,10}") || Long.parseLong(text) > 0xFFFFFFFFL || Long.parseLong(text) == 0) {
            throw new IllegalArgumentException("\"" + text + "\" is not the number of an autonomous system");
        }
        return Long.parseLong(text);
    }

    /** An area as a number or in the form of an address (RFC 2328, appendix C.2). */
    private static Long area(String text) {
        if (text.indexOf('.') > 0) {
            return Integer.toUnsignedLong(IpAddress.parse(text).bits());
        }
        if (!text.matches("\\d{1,10}") || Long.parseLong(text) > 0xFFFFFFFFL) {
            throw new IllegalArgumentException("\"" + text + "\" is not an area");
        }
        return Long.parseLong(text);
    }

    /** VLAN numbers with commas and ranges, such as {@code 2,40-49}. */
    private static Set<Integer> vlanNumbers(String text) {
        Set<Integer> numbers = new LinkedHashSet<>();
        for (String part : text.split(",")) {
            String[] ends = part.strip().split("-", 2);
            int first = number(ends[0]);
            int last = ends.length == 1 ? first : number(ends[1]);
            if (first < 1 || last > 4094) {
                throw new IllegalArgumentException("\"" + part + "\" is not a VLAN number");
            }
            for (int vlan = first; vlan <= last; vlan++) {
                numbers.add(vlan);
            }
        }
        return numbers;
    }

    // ------------------------------------------------------------ interfaces

    private InterfaceFacts port(FactObject o) {
        int vlan = number(o, "vlan", 0);
        String parent = word(o, "parent");
        InterfaceFacts.Kind kind = flag(o, "loopback")
                ? InterfaceFacts.Kind.LOOPBACK
                : parent != null
                        ? InterfaceFacts.Kind.SUBINTERFACE
                        : vlan != 0 ? InterfaceFacts.Kind.VLAN : InterfaceFacts.Kind.PORT;
        Set<Integer> trunk = new LinkedHashSet<>();
        values(o, "trunk-vlan", FactAssembly::vlanNumbers).forEach(trunk::addAll);
        return new InterfaceFacts(
                o.name(),
                kind,
                vlan,
                parent,
                !flag(o, "disabled"),
                List.copyOf(values(o, "address", InterfaceAddress::parse)),
                number(o, "mtu", defaults.number("mtu")),
                number(o, "access-vlan", 0),
                Set.copyOf(trunk),
                number(o, "native-vlan", 0),
                word(o, "filter-in"),
                word(o, "filter-out"),
                ospfInterface(o),
                of("vrrp", "interface", o.name()).stream()
                        .map(this::vrrp)
                        .filter(g -> g != null)
                        .toList());
    }

    private InterfaceFacts.OspfInterface ospfInterface(FactObject o) {
        int hello = number(o, "ospf-hello", defaults.number("ospf-hello"));
        return new InterfaceFacts.OspfInterface(
                value(o, "ospf-area", null, FactAssembly::area),
                number(o, "ospf-cost", defaults.number("ospf-cost")),
                value(o, "ospf-passive", null, FactAssembly::yesOrNo),
                value(o, "ospf-type", null, FactAssembly::pointToPoint),
                hello,
                // RFC 2328, appendix C.3: the dead interval should be some multiple of the hello interval; four is
                // usual.
                number(o, "ospf-dead", 4 * hello),
                number(o, "ospf-priority", defaults.number("ospf-priority")),
                word(o, "ospf-key"));
    }

    private static Boolean pointToPoint(String text) {
        return switch (text) {
            case "point-to-point" -> true;
            case "broadcast" -> false;
            default ->
                throw new IllegalArgumentException(
                        "the network type \"" + text + "\" is not modelled, only broadcast and point-to-point are");
        };
    }

    private InterfaceFacts.VrrpGroup vrrp(FactObject o) {
        Integer id = read(new Said(o.name(), o.line(), o.path()), null, FactAssembly::number);
        return id == null
                ? null
                : new InterfaceFacts.VrrpGroup(
                        id,
                        List.copyOf(values(o, "address", IpAddress::parse)),
                        number(o, "priority", defaults.number("vrrp-priority")),
                        number(o, "interval", defaults.number("vrrp-interval")),
                        word(o, "key"));
    }

    private Set<Integer> vlans() {
        Set<Integer> known = new LinkedHashSet<>();
        for (FactObject o : of("vlan")) {
            Set<Integer> numbers = read(new Said(o.name(), o.line(), o.path()), null, FactAssembly::vlanNumbers);
            if (numbers != null) {
                known.addAll(numbers);
            }
        }
        return Set.copyOf(known);
    }

    // ------------------------------------------------------------ routes and filters

    private StaticRoute route(FactObject o) {
        IpPrefix prefix = value(o, "prefix", null, IpPrefix::parse);
        IpAddress via = value(o, "via", null, IpAddress::parse);
        String exit = word(o, "interface");
        boolean discard = flag(o, "discard");
        if (prefix == null || via == null && exit == null && !discard) {
            return null;
        }
        return new StaticRoute(prefix, via, exit, number(o, "distance", defaults.number("distance-static")), discard);
    }

    private Map<String, PacketFilter> filters() {
        Map<String, PacketFilter> filters = new LinkedHashMap<>();
        boolean allowsRest = defaults.word("filter-end").equals("allow");
        for (FactObject o : of("filter")) {
            List<PacketFilter.Rule> rules = inOrder(of("rule", "filter", o.name())).stream()
                    .map(this::rule)
                    .filter(r -> r != null)
                    .toList();
            filters.put(o.name(), new PacketFilter(o.name(), rules, allowsRest));
        }
        return filters;
    }

    /** Rules that have numbers for names go by their numbers, others by their lines. */
    private static List<FactObject> inOrder(List<FactObject> rules) {
        boolean numbered = rules.stream().allMatch(r -> r.name().matches("\\d{1,9}"));
        return numbered
                ? rules.stream()
                        .sorted(Comparator.comparingInt(r -> Integer.parseInt(r.name())))
                        .toList()
                : rules;
    }

    private PacketFilter.Rule rule(FactObject o) {
        Integer protocol = value(o, "protocol", PacketFilter.ANY, FactAssembly::protocol);
        Boolean allow = value(o, "action", null, FactAssembly::allows);
        return allow == null || protocol == null
                ? null
                : new PacketFilter.Rule(
                        allow,
                        protocol,
                        value(o, "from", IpPrefix.ALL, FactAssembly::block),
                        value(o, "to", IpPrefix.ALL, FactAssembly::block),
                        value(o, "from-port", null, FactAssembly::ports),
                        value(o, "to-port", null, FactAssembly::ports),
                        o.line());
    }

    private static Integer protocol(String text) {
        Integer known = PROTOCOLS.get(text);
        return known != null ? known : (Integer) number(text);
    }

    private static Boolean allows(String text) {
        return switch (text) {
            case "allow", "permit", "accept" -> true;
            case "drop", "deny", "reject", "discard" -> false;
            default -> throw new IllegalArgumentException("\"" + text + "\" neither allows nor drops");
        };
    }

    /** A block, one address, or the word {@code any}. */
    private static IpPrefix block(String text) {
        if (text.equals("any")) {
            return IpPrefix.ALL;
        }
        return text.indexOf('/') < 0 && text.indexOf(' ') < 0
                ? IpPrefix.of(IpAddress.parse(text))
                : IpPrefix.parse(text);
    }

    private static PacketFilter.Ports ports(String text) {
        String[] ends = text.split("-", 2);
        return new PacketFilter.Ports(number(ends[0]), number(ends[ends.length - 1]));
    }

    private Map<String, PrefixList> prefixLists() {
        Map<String, PrefixList> lists = new LinkedHashMap<>();
        for (FactObject o : of("prefix-list")) {
            List<PrefixList.Rule> rules = inOrder(of("prefix-rule", "prefix-list", o.name())).stream()
                    .map(this::prefixRule)
                    .filter(r -> r != null)
                    .toList();
            lists.put(o.name(), new PrefixList(o.name(), rules));
        }
        return lists;
    }

    private PrefixList.Rule prefixRule(FactObject o) {
        IpPrefix prefix = value(o, "prefix", null, IpPrefix::parse);
        Boolean allow = value(o, "action", null, FactAssembly::allows);
        if (prefix == null || allow == null) {
            return null;
        }
        int least = number(o, "least", prefix.length());
        // A lower bound alone opens the range upwards; without bounds the prefix has to be the same.
        int most = number(o, "most", o.has("least") ? 32 : prefix.length());
        return new PrefixList.Rule(allow, prefix, least, most);
    }

    // ------------------------------------------------------------ routing processes

    private OspfFacts ospf() {
        FactObject o = single("ospf");
        if (o == null) {
            return null;
        }
        Map<Long, OspfFacts.StubArea> stubs = new LinkedHashMap<>();
        for (FactObject area : of("ospf-area")) {
            Long number = read(new Said(area.name(), area.line(), area.path()), null, FactAssembly::area);
            if (number != null && (flag(area, "stub") || flag(area, "no-summary"))) {
                stubs.put(number, new OspfFacts.StubArea(flag(area, "no-summary"), number(area, "default-cost", 1)));
            }
        }
        List<OspfFacts.Network> networks = new ArrayList<>();
        for (FactObject network : of("ospf-network")) {
            IpPrefix prefix = value(network, "prefix", null, FactAssembly::block);
            Long area = value(network, "area", null, FactAssembly::area);
            if (prefix != null && area != null) {
                networks.add(new OspfFacts.Network(prefix, area));
            }
        }
        List<OspfFacts.Range> ranges = new ArrayList<>();
        for (FactObject range : of("ospf-range")) {
            IpPrefix prefix = value(range, "prefix", null, IpPrefix::parse);
            Long area = value(range, "area", null, FactAssembly::area);
            if (prefix != null && area != null) {
                ranges.add(new OspfFacts.Range(area, prefix, flag(range, "hide")));
            }
        }
        return new OspfFacts(
                value(o, "router-id", null, IpAddress::parse),
                List.copyOf(networks),
                word(o, "key"),
                flag(o, "passive"),
                stubs,
                List.copyOf(ranges),
                ospfRedistributions(),
                value(o, "default-route", OspfFacts.DefaultRoute.NEVER, FactAssembly::defaultRoute),
                number(o, "default-metric", 1));
    }

    private List<OspfFacts.Redistribution> ospfRedistributions() {
        List<OspfFacts.Redistribution> found = new ArrayList<>();
        for (FactObject o : of("ospf-redistribution")) {
            OspfFacts.Source source = value(o, "source", null, FactAssembly::source);
            int type = number(o, "type", defaults.number("ospf-external-type"));
            if (source != null && (type == 1 || type == 2)) {
                found.add(new OspfFacts.Redistribution(
                        source, number(o, "metric", defaults.number("ospf-external-metric")), type));
            }
        }
        return List.copyOf(found);
    }

    private static OspfFacts.Source source(String text) {
        return switch (text) {
            case "connected", "direct" -> OspfFacts.Source.CONNECTED;
            case "static" -> OspfFacts.Source.STATIC;
            case "bgp" -> OspfFacts.Source.BGP;
            case "ospf" -> OspfFacts.Source.OSPF;
            default -> throw new IllegalArgumentException("\"" + text + "\" is no source of routes that is modelled");
        };
    }

    private static OspfFacts.DefaultRoute defaultRoute(String text) {
        return switch (text) {
            case "always" -> OspfFacts.DefaultRoute.ALWAYS;
            case "when-known", "true" -> OspfFacts.DefaultRoute.WHEN_KNOWN;
            case "never", "false" -> OspfFacts.DefaultRoute.NEVER;
            default -> throw new IllegalArgumentException("\"" + text + "\" is neither always, when-known nor never");
        };
    }

    private BgpFacts bgp() {
        FactObject o = single("bgp");
        Long as = o == null ? null : value(o, "as", null, FactAssembly::asNumber);
        if (as == null) {
            return null;
        }
        int localPreference = number(o, "local-preference", defaults.number("bgp-local-preference"));
        return new BgpFacts(
                as,
                value(o, "router-id", null, IpAddress::parse),
                localPreference,
                flag(o, "require-policy"),
                of("bgp-network").stream()
                        .map(n -> value(n, "prefix", null, IpPrefix::parse))
                        .filter(p -> p != null)
                        .toList(),
                of("bgp-redistribution").stream()
                        .map(r -> value(r, "source", null, FactAssembly::source))
                        .filter(s -> s != null)
                        .toList(),
                of("neighbour").stream()
                        .map(this::neighbour)
                        .filter(n -> n != null)
                        .toList());
    }

    private BgpFacts.Neighbour neighbour(FactObject o) {
        IpAddress address = read(new Said(o.name(), o.line(), o.path()), null, IpAddress::parse);
        if (address == null) {
            return null;
        }
        return new BgpFacts.Neighbour(
                address,
                value(o, "as", 0L, FactAssembly::asNumber),
                word(o, "source"),
                word(o, "filter-in"),
                word(o, "filter-out"),
                value(o, "local-preference", null, FactAssembly::number),
                value(o, "med", null, t -> (long) number(t)),
                number(o, "prepend", 0),
                flag(o, "multihop"),
                flag(o, "next-hop-self"),
                flag(o, "default-route"),
                !flag(o, "disabled"),
                word(o, "key"));
    }
}
