package io.safestep.core.network.ospf;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.OspfFacts;
import io.safestep.core.network.route.NextHop;
import io.safestep.core.network.route.Route;
import io.safestep.core.network.route.Route.Source;
import io.safestep.core.network.segment.Conditions;
import io.safestep.core.network.segment.Segments;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * OSPF version 2 (RFC 2328) for all devices of a network: neighbours and routes. The front door of this package. Not
 * modelled: virtual links, not-so-stubby areas, demand circuits, non-broadcast networks. Routes of a device are computed
 * when they are first asked for; safe for use by several threads.
 */
public final class OspfRouting {

    private final Map<String, DeviceFacts> devices;
    private final OspfPorts ports;
    private final Map<String, List<OspfNeighbour>> neighbours = new HashMap<>();
    private final LinkStateDatabase database;
    private final Summaries summaries;

    public OspfRouting(Map<String, DeviceFacts> devices, Segments segments, Conditions conditions) {
        this.devices = devices;
        this.ports = new OspfPorts(devices, segments);
        Adjacencies adjacencies = new Adjacencies(devices, ports.all(), segments, conditions);
        adjacencies
                .neighbours()
                .forEach(n -> neighbours
                        .computeIfAbsent(n.own().device(), d -> new ArrayList<>())
                        .add(n));
        this.database = new LinkStateDatabase(devices, ports.all(), segments, adjacencies);
        Set<String> boundaries = new TreeSet<>();
        devices.values().stream().filter(OspfRouting::isBoundary).forEach(d -> boundaries.add(d.device()));
        this.summaries = new Summaries(devices, database, boundaries);
    }

    private static boolean isBoundary(DeviceFacts device) {
        OspfFacts ospf = device.ospf();
        return ospf != null
                && (!ospf.redistributions().isEmpty() || ospf.defaultRoute() != OspfFacts.DefaultRoute.NEVER);
    }

    /** Neighbours and those that might be ones, in the order of the own interfaces. */
    public List<OspfNeighbour> neighbours(String device) {
        return List.copyOf(neighbours.getOrDefault(device, List.of()));
    }

    /** Null when the device runs no OSPF. */
    public @Nullable IpAddress routerId(String device) {
        return ports.routerId(device);
    }

    /** Areas in which the device has an interface that is up. */
    public Set<Long> areas(String device) {
        return database.areasOf(device);
    }

    /** Routers of which another one has the same router ID, which OSPF can't bear. */
    public List<String> sharingRouterId(String device) {
        IpAddress own = routerId(device);
        return own == null
                ? List.of()
                : database.routers().stream()
                        .filter(d -> !d.equals(device) && own.equals(routerId(d)))
                        .toList();
    }

    /**
     * The routes of a device, one for each prefix.
     *
     * @param external what all boundary routers bring in
     */
    public List<Route> routes(String device, Collection<ExternalRoute> external) {
        if (database.areasOf(device).isEmpty()) {
            return List.of();
        }
        int distance = DeviceFacts.named(device, devices).distances().ospf();
        Map<IpPrefix, Route> routes = new HashMap<>();
        add(routes, summaries.inside(device), Source.OSPF_INTRA_AREA, distance);
        add(routes, summaries.between(device), Source.OSPF_INTER_AREA, distance);
        if (!summaries.hearsNothingFromOutside(device)) {
            external(device, external)
                    .forEach((prefix, found) -> routes.computeIfAbsent(
                            prefix,
                            p -> new Route(p, found.source(), distance, found.metric(), found.hops(), found.tag())));
        }
        return List.copyOf(routes.values());
    }

    private static void add(Map<IpPrefix, Route> routes, Map<Destination, Path> paths, Source source, int distance) {
        paths.forEach((destination, path) -> {
            if (destination.prefix() != null) {
                routes.computeIfAbsent(
                        destination.prefix(), p -> new Route(p, source, distance, path.cost(), path.hops()));
            }
        });
    }

    /**
     * An external route as one router sees it (RFC 2328, section 16.4).
     *
     * @param metric what the route costs altogether for type 1, what was announced for type 2
     * @param way cost of the way to the boundary router
     */
    private record Seen(int type, long metric, long way, List<NextHop> hops, long tag) {

        static Seen of(ExternalRoute route, Path path) {
            long metric = route.type() == 1 ? path.cost() + route.metric() : route.metric();
            return new Seen(route.type(), metric, path.cost(), path.hops(), route.tag());
        }

        Source source() {
            return type == 1 ? Source.OSPF_EXTERNAL_1 : Source.OSPF_EXTERNAL_2;
        }

        /** Type 1 before type 2; among type 2 the announced metric counts before the way there. */
        static Seen better(Seen one, Seen other) {
            int order = Comparator.comparingInt(Seen::type)
                    .thenComparingLong(Seen::metric)
                    .thenComparingLong(s -> s.type == 1 ? 0 : s.way)
                    .compare(one, other);
            if (order != 0) {
                return order < 0 ? one : other;
            }
            List<NextHop> hops = new ArrayList<>(one.hops);
            hops.addAll(other.hops);
            return new Seen(one.type, one.metric, one.way, hops, one.tag);
        }
    }

    private Map<IpPrefix, Seen> external(String device, Collection<ExternalRoute> external) {
        Map<IpPrefix, Seen> best = new HashMap<>();
        Map<String, Optional<Path>> ways = new HashMap<>();
        for (ExternalRoute route : external) {
            Optional<Path> path = ways.computeIfAbsent(
                    route.boundary(),
                    b -> b.equals(device) ? Optional.empty() : Optional.ofNullable(summaries.toBoundary(device, b)));
            path.ifPresent(p -> best.merge(route.prefix(), Seen.of(route, p), Seen::better));
        }
        return best;
    }
}
