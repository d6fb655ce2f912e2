package io.safestep.core.network;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import io.safestep.core.network.bgp.BgpRouting;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.facts.OspfFacts;
import io.safestep.core.network.facts.StaticRoute;
import io.safestep.core.network.gateway.GatewayRoles;
import io.safestep.core.network.ospf.ExternalRoute;
import io.safestep.core.network.ospf.OspfRouting;
import io.safestep.core.network.policy.RoutePolicy;
import io.safestep.core.network.route.NextHop;
import io.safestep.core.network.route.Route;
import io.safestep.core.network.route.Route.Source;
import io.safestep.core.network.route.RoutingTable;
import io.safestep.core.network.segment.Host;
import io.safestep.core.network.segment.Port;
import io.safestep.core.network.segment.Segments;
import io.safestep.core.network.trace.PathTracer;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/**
 * The routing table of every device: attached networks, static routes, OSPF and BGP, the most trusted source first. Static
 * routes, OSPF and BGP depend on one another where routes are passed from one to the other; what passes is computed again
 * until nothing changes. A table is computed when it is first asked for.
 */
final class RoutingTables {

    private static final int MOST_ROUNDS = 24;
    private static final int MOST_RECURSION = 8;

    private final Map<String, DeviceFacts> devices;
    private final Segments segments;
    private final OspfRouting ospf;
    private final List<Host> hosts;
    private final GatewayRoles gateways;

    /** Null until it was computed for the first time. */
    private @Nullable BgpRouting bgp;

    private Set<ExternalRoute> external = Set.of();
    private Map<String, RoutingTable> interiors = new ConcurrentHashMap<>();
    private Map<String, RoutingTable> tables = new ConcurrentHashMap<>();
    private boolean settled = true;

    RoutingTables(
            Map<String, DeviceFacts> devices,
            Segments segments,
            OspfRouting ospf,
            List<Host> hosts,
            GatewayRoles gateways) {
        this.devices = devices;
        this.segments = segments;
        this.ospf = ospf;
        this.hosts = hosts;
        this.gateways = gateways;
        settle();
    }

    /** Everything. */
    RoutingTable table(String device) {
        return known(tables, device, true);
    }

    /** Everything but what BGP tells: by this the next hops of BGP are found. */
    private RoutingTable interior(String device) {
        return known(interiors, device, false);
    }

    private RoutingTable known(Map<String, RoutingTable> cache, String device, boolean withBgp) {
        RoutingTable known = cache.get(device);
        if (known == null) {
            known = compute(device, withBgp);
            cache.put(device, known);
        }
        return known;
    }

    BgpRouting bgp() {
        return Objects.requireNonNull(bgp);
    }

    /** False when the sources of routes go on changing each other. */
    boolean settled() {
        return settled && bgp().settled();
    }

    private void settle() {
        boolean exchanges = devices.values().stream().anyMatch(RoutingTables::exchanges);
        for (int round = 0; round < MOST_ROUNDS; round++) {
            BgpRouting nextBgp = new BgpRouting(
                    devices,
                    segments,
                    this::interior,
                    this::table,
                    new PathTracer(devices, segments, hosts, gateways, this::table));
            boolean sameBgp = bgp != null && sameRoutes(bgp, nextBgp);
            bgp = nextBgp;
            Set<ExternalRoute> nextExternal = external();
            boolean same = sameBgp && nextExternal.equals(external);
            external = nextExternal;
            if (!exchanges || same) {
                return;
            }
            interiors = new ConcurrentHashMap<>();
            tables = new ConcurrentHashMap<>();
        }
        settled = false;
    }

    private static boolean exchanges(DeviceFacts device) {
        return device.bgp() != null || device.ospf() != null && exchanges(device.ospf());
    }

    private static boolean exchanges(OspfFacts ospf) {
        return !ospf.redistributions().isEmpty() || ospf.defaultRoute() != OspfFacts.DefaultRoute.NEVER;
    }

    private boolean sameRoutes(BgpRouting one, BgpRouting other) {
        return devices.values().stream()
                .filter(d -> d.bgp() != null)
                .allMatch(d -> one.best(d.device()).equals(other.best(d.device()))
                        && one.sessions(d.device()).equals(other.sessions(d.device())));
    }

    private RoutingTable compute(String name, boolean withBgp) {
        DeviceFacts device = DeviceFacts.named(name, devices);
        RoutingTable table = new RoutingTable();
        for (InterfaceFacts i : device.interfaces().values()) {
            if (segments.isUp(new Port(name, i.name())) && !i.isSwitchPort()) {
                for (InterfaceAddress address : i.addresses()) {
                    table.offer(
                            new Route(address.prefix(), Source.CONNECTED, 0, 0, List.of(new NextHop(null, i.name()))));
                }
            }
        }
        List<StaticRoute> recursive = new ArrayList<>();
        for (StaticRoute route : device.routes()) {
            if (route.discard()) {
                table.offer(new Route(route.prefix(), Source.STATIC, route.distance(), 0, List.of(), route.tag()));
            } else if (!offerAttached(device, route, table)) {
                recursive.add(route);
            }
        }
        ospf.routes(name, external).forEach(table::offer);
        if (withBgp && bgp != null) {
            bgp.routes(name).forEach(table::offer);
        }
        for (int i = 0; i < MOST_RECURSION && !recursive.isEmpty(); i++) {
            recursive.removeIf(route -> offerRecursive(route, table));
        }
        return table;
    }

    /** Takes a static route whose next hop is on an attached subnet, or which names an interface that is up. */
    private boolean offerAttached(DeviceFacts device, StaticRoute route, RoutingTable table) {
        if (route.exit() != null) {
            if (device.interfaces().containsKey(route.exit())
                    && segments.isUp(new Port(device.device(), route.exit()))) {
                offer(route, new NextHop(route.via(), route.exit()), table);
            }
            return true;
        }
        IpAddress via = route.via();
        Route attached = via == null ? null : table.towards(via, r -> r.source() == Source.CONNECTED);
        boolean self = device.interfaces().values().stream()
                .anyMatch(i -> i.addresses().stream().anyMatch(a -> a.address().equals(via)));
        if (attached == null || self) {
            return self;
        }
        offer(route, new NextHop(via, attached.nextHops().get(0).exit()), table);
        return true;
    }

    /** Takes a static route whose next hop another route leads to. A default route or the route itself is no such way. */
    private static boolean offerRecursive(StaticRoute route, RoutingTable table) {
        IpAddress via = route.via();
        Route way = via == null
                ? null
                : table.towards(via, r -> r.prefix().length() > 0 && !r.prefix().equals(route.prefix()));
        if (way == null || way.discards()) {
            return false;
        }
        way.nextHops().forEach(hop -> offer(route, hop.via() == null ? new NextHop(via, hop.exit()) : hop, table));
        return true;
    }

    private static void offer(StaticRoute route, NextHop hop, RoutingTable table) {
        table.offer(new Route(route.prefix(), Source.STATIC, route.distance(), 0, List.of(hop), route.tag()));
    }

    /** What boundary routers bring into OSPF. */
    private Set<ExternalRoute> external() {
        Set<ExternalRoute> found = new HashSet<>();
        for (DeviceFacts device : devices.values()) {
            if (device.ospf() != null && exchanges(device.ospf())) {
                addExternal(device, device.ospf(), found);
            }
        }
        return found;
    }

    private void addExternal(DeviceFacts device, OspfFacts facts, Set<ExternalRoute> found) {
        if (!facts.redistributions().isEmpty()) {
            RoutingTable table = table(device.device());
            Set<IpPrefix> inside = new HashSet<>();
            ospf.routes(device.device(), List.of()).forEach(r -> inside.add(r.prefix()));
            for (Route route : table.routes()) {
                for (OspfFacts.Redistribution from : facts.redistributions()) {
                    boolean own = route.source() == Source.CONNECTED && inside.contains(route.prefix());
                    boolean isDefault = route.prefix().equals(IpPrefix.ALL);
                    if (isFrom(route.source(), from.source()) && !own && !isDefault) {
                        brought(device, route, from).ifPresent(found::add);
                    }
                }
            }
        }
        if (facts.defaultRoute() == OspfFacts.DefaultRoute.ALWAYS
                || facts.defaultRoute() == OspfFacts.DefaultRoute.WHEN_KNOWN && knowsDefault(device.device())) {
            found.add(new ExternalRoute(device.device(), IpPrefix.ALL, facts.defaultMetric(), 2, 0));
        }
    }

    /** What becomes of a route on its way into OSPF; empty when a route map drops it. */
    private Optional<ExternalRoute> brought(DeviceFacts device, Route route, OspfFacts.Redistribution from) {
        Set<String> carried =
                route.source().isBgp() && bgp != null ? bgp.communities(device.device(), route.prefix()) : Set.of();
        Set<String> communities = device.policy().ospfKnowsCommunities() ? carried : null;
        return device.policy()
                .through(
                        from.routeMap(),
                        new RoutePolicy.Looked(route.prefix(), route.metric(), route.tag(), communities))
                .map(sets -> new ExternalRoute(
                        device.device(),
                        route.prefix(),
                        sets.metricOr(from.metric()),
                        sets.metricTypeOr(from.type()),
                        sets.tagOr(route.tag())));
    }

    private boolean knowsDefault(String device) {
        Route route = table(device).exactly(IpPrefix.ALL);
        return route != null && !route.source().isOspf();
    }

    private static boolean isFrom(Source source, OspfFacts.Source named) {
        return switch (named) {
            case CONNECTED -> source == Source.CONNECTED;
            case STATIC -> source == Source.STATIC;
            case BGP -> source.isBgp();
            case OSPF -> false;
        };
    }
}
