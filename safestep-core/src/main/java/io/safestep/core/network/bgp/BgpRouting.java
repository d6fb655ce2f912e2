package io.safestep.core.network.bgp;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import io.safestep.core.network.facts.BgpFacts;
import io.safestep.core.network.facts.BgpFacts.Neighbour;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.Distances;
import io.safestep.core.network.facts.OspfFacts;
import io.safestep.core.network.ospf.RouterIds;
import io.safestep.core.network.policy.RoutePolicy;
import io.safestep.core.network.policy.RouteSettings;
import io.safestep.core.network.route.NextHop;
import io.safestep.core.network.route.Route;
import io.safestep.core.network.route.Route.Source;
import io.safestep.core.network.route.RoutingTable;
import io.safestep.core.network.segment.Port;
import io.safestep.core.network.segment.Segments;
import io.safestep.core.network.trace.PathTracer;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * BGP version 4 (RFC 4271) among the devices of a network: sessions, and the best route of each device to each prefix.
 * One route is used for each prefix. Communities are told to all (RFC 1997). Not modelled: route reflection, confederations, aggregation. The front
 * door of this package.
 */
public final class BgpRouting {

    private final Map<String, Speaker> speakers = new TreeMap<>();
    private final Segments segments;
    private final Function<String, RoutingTable> interior;
    private final Map<String, List<BgpSessions.Ends>> sessions = new TreeMap<>();
    private final Map<String, IpAddress> identifiers = new HashMap<>();
    private final Map<String, Map<IpPrefix, BgpRoute>> best = new TreeMap<>();
    private boolean settled = true;

    /**
     * @param interior what the devices' routing tables hold without BGP
     * @param tables what they hold altogether so far; decides whether sessions come up
     */
    public BgpRouting(
            Map<String, DeviceFacts> devices,
            Segments segments,
            Function<String, RoutingTable> interior,
            Function<String, RoutingTable> tables,
            PathTracer tracer) {
        this.segments = segments;
        this.interior = interior;
        BgpSessions all = new BgpSessions(devices, segments, tables, tracer);
        for (DeviceFacts device : devices.values()) {
            Speaker.of(device).ifPresent(speaker -> {
                speakers.put(speaker.device(), speaker);
                sessions.put(speaker.device(), all.of(speaker));
                best.put(speaker.device(), Map.of());
                identifiers.put(speaker.device(), identifier(speaker));
            });
        }
        settle(2 * devices.size() + 20);
    }

    private IpAddress identifier(Speaker speaker) {
        IpAddress written = speaker.bgp().routerId();
        return written != null
                ? written
                : RouterIds.choose(speaker.facts(), segments).orElse(new IpAddress(0));
    }

    public List<BgpSession> sessions(String device) {
        return sessions.getOrDefault(device, List.of()).stream()
                .map(BgpSessions.Ends::session)
                .toList();
    }

    /** The best routes of a device, own ones included, by prefix. */
    public List<BgpRoute> best(String device) {
        return new TreeMap<>(best.getOrDefault(device, Map.of()))
                .values().stream().toList();
    }

    /** False when routes go on changing each other, so that what is given is only one of the states that come by. */
    public boolean settled() {
        return settled;
    }

    /** Every device decides and tells its neighbours, until nothing changes any more. */
    private void settle(int most) {
        for (int round = 0; round < most; round++) {
            boolean same = true;
            // One after the other: all at the same moment could swing to and fro where real routers settle.
            for (Speaker speaker : speakers.values()) {
                Map<IpPrefix, BgpRoute> decided = decide(speaker);
                same &= decided.equals(best.put(speaker.device(), decided));
            }
            if (same) {
                return;
            }
        }
        settled = false;
    }

    private Map<IpPrefix, BgpRoute> decide(Speaker speaker) {
        List<BgpRoute> heard = new ArrayList<>();
        for (BgpSessions.Ends ends : sessions.getOrDefault(speaker.device(), List.of())) {
            if (ends.far() != null) {
                heard.addAll(heard(speaker, ends, ends.far()));
            }
        }
        Map<IpPrefix, List<BgpRoute>> known = new LinkedHashMap<>();
        Stream.concat(own(speaker, trusted(speaker, heard)).stream(), heard.stream())
                .forEach(r -> known.computeIfAbsent(r.prefix(), p -> new ArrayList<>())
                        .add(r));
        BgpDecision decision = new BgpDecision(nextHop -> costOf(speaker.device(), nextHop));
        Map<IpPrefix, BgpRoute> decided = new HashMap<>();
        known.forEach((prefix, routes) -> decision.best(routes).ifPresent(r -> decided.put(prefix, r)));
        return decided;
    }

    /** How much less than others the best route that is heard for a prefix is trusted. */
    private Map<IpPrefix, Integer> trusted(Speaker speaker, List<BgpRoute> heard) {
        Distances distances = speaker.facts().distances();
        Map<IpPrefix, Integer> trusted = new HashMap<>();
        for (BgpRoute route : heard) {
            if (route.nextHop() != null && wayTo(speaker.device(), route.nextHop()) != null) {
                trusted.merge(route.prefix(), route.external() ? distances.ebgp() : distances.ibgp(), Math::min);
            }
        }
        return trusted;
    }

    /**
     * Networks that the device announces while its routing table holds them from another source. What is taken over from
     * another protocol is what is in use: where a route that is heard is trusted more, the other one is not, and two routers
     * between two protocols do not tell each other for ever what they have from each other.
     *
     * @param trusted the distance of the best route that is heard, by prefix
     */
    private List<BgpRoute> own(Speaker speaker, Map<IpPrefix, Integer> trusted) {
        BgpFacts bgp = speaker.bgp();
        RoutingTable table = interior.apply(speaker.device());
        List<BgpRoute> routes = new ArrayList<>();
        RoutePolicy policy = speaker.policy();
        for (BgpFacts.Announced network : bgp.networks()) {
            Route held = table.exactly(network.prefix());
            if (held != null) {
                policy.through(network.routeMap(), looked(held))
                        .ifPresent(sets -> routes.add(own(bgp, network.prefix(), false, sets, held.tag())));
            }
        }
        if (!bgp.redistributed().isEmpty()) {
            for (Route held : table.routes()) {
                boolean isDefault = held.prefix().equals(IpPrefix.ALL);
                boolean inUse = held.distance() <= trusted.getOrDefault(held.prefix(), Integer.MAX_VALUE);
                if (!isDefault && inUse) {
                    bgp.redistributed().stream()
                            .filter(s -> isFrom(held.source(), s.source()))
                            .findFirst()
                            .flatMap(s -> policy.through(s.routeMap(), looked(held)))
                            .ifPresent(sets -> routes.add(own(bgp, held.prefix(), true, sets, held.tag())));
                }
            }
        }
        return routes;
    }

    private static RoutePolicy.Looked looked(Route held) {
        return new RoutePolicy.Looked(held.prefix(), held.metric(), held.tag(), Set.of());
    }

    private static RoutePolicy.Looked looked(BgpRoute route) {
        return new RoutePolicy.Looked(route.prefix(), route.med(), route.tag(), route.communities());
    }

    private static BgpRoute own(BgpFacts bgp, IpPrefix prefix, boolean incomplete, RouteSettings sets, long tag) {
        return new BgpRoute(
                prefix,
                null,
                sets.prepend(),
                incomplete,
                sets.localPreferenceOr(bgp.localPreference()),
                sets.metricOr(0),
                null,
                false,
                null,
                sets.communitiesAfter(Set.of()),
                sets.tagOr(tag));
    }

    /** What a route that is in use carries; nothing for one that BGP does not know. */
    public Set<String> communities(String device, IpPrefix prefix) {
        BgpRoute route = best.getOrDefault(device, Map.of()).get(prefix);
        return route == null ? Set.of() : route.communities();
    }

    private static boolean isFrom(Source source, OspfFacts.Source named) {
        return switch (named) {
            case CONNECTED -> source == Source.CONNECTED;
            case STATIC -> source == Source.STATIC;
            case OSPF -> source.isOspf();
            case BGP -> false;
        };
    }

    /** What the other end of a session tells, after this device's filter. */
    private List<BgpRoute> heard(Speaker speaker, BgpSessions.Ends ends, BgpSessions.FarEnd far) {
        BgpFacts own = speaker.bgp();
        Neighbour settings = ends.settings();
        RoutePolicy policy = speaker.policy();
        IpAddress identifier = identifiers.getOrDefault(far.speaker().device(), new IpAddress(0));
        if (ends.session().external() && own.requiresPolicy() && !settings.hasPolicyIn()) {
            return List.of();
        }
        List<BgpRoute> heard = new ArrayList<>();
        for (BgpRoute told : told(far, ends.session())) {
            // RFC 4271, section 9.1.2: a path that holds the own number would be a loop.
            boolean loop = told.path().contains(own.as());
            if (!loop && policy.allows(settings.policy().filterIn(), told.prefix())) {
                policy.through(settings.policy().routeMapIn(), looked(told))
                        .ifPresent(sets -> heard.add(taken(told, sets, own, ends, identifier)));
            }
        }
        return heard;
    }

    private static BgpRoute taken(
            BgpRoute told, RouteSettings sets, BgpFacts own, BgpSessions.Ends ends, IpAddress identifier) {
        Neighbour settings = ends.settings();
        int preference = settings.localPreference() != null
                ? settings.localPreference()
                : ends.session().external() ? own.localPreference() : told.localPreference();
        return new BgpRoute(
                told.prefix(),
                told.nextHop(),
                prepended(sets, told.path()),
                told.incomplete(),
                sets.localPreferenceOr(preference),
                sets.metricOr(told.med()),
                ends.session().neighbour(),
                ends.session().external(),
                identifier,
                sets.communitiesAfter(told.communities()),
                sets.tagOr(0));
    }

    private static List<Long> prepended(RouteSettings sets, List<Long> path) {
        return Stream.concat(sets.prepend().stream(), path.stream()).toList();
    }

    /** What a device tells over a session; the session is seen from the listener. */
    private List<BgpRoute> told(BgpSessions.FarEnd teller, BgpSession session) {
        BgpFacts bgp = teller.speaker().bgp();
        Neighbour settings = teller.settings();
        boolean external = session.external();
        if (external && bgp.requiresPolicy() && !settings.hasPolicyOut()) {
            return List.of();
        }
        IpAddress tellerAddress = session.neighbour();
        RoutePolicy policy = teller.speaker().policy();
        List<BgpRoute> told = new ArrayList<>();
        for (BgpRoute route :
                best.getOrDefault(teller.speaker().device(), Map.of()).values()) {
            // RFC 4271, section 9.2: what came from inside is not told inside again.
            boolean insideAgain = !external && !route.isOwn() && !route.external();
            boolean backAgain = teller.listener().equals(route.learnedFrom());
            boolean replaced = settings.defaultRoute() && route.prefix().equals(IpPrefix.ALL);
            boolean kept = isKept(route, external);
            if (!insideAgain
                    && !backAgain
                    && !replaced
                    && !kept
                    && policy.allows(settings.policy().filterOut(), route.prefix())) {
                policy.through(settings.policy().routeMapOut(), looked(route))
                        .ifPresent(sets -> told.add(
                                external
                                        ? outside(bgp, route, settings, sets, tellerAddress, teller.listener())
                                        : inside(route, settings, sets, tellerAddress)));
            }
        }
        if (settings.defaultRoute()) {
            BgpRoute route = own(bgp, IpPrefix.ALL, false, RouteSettings.NONE, 0);
            told.add(
                    external
                            ? outside(bgp, route, settings, RouteSettings.NONE, tellerAddress, teller.listener())
                            : inside(route, settings, RouteSettings.NONE, tellerAddress));
        }
        return told;
    }

    /** Well-known communities say who may be told (RFC 1997, "Well-known Communities"). */
    private static boolean isKept(BgpRoute route, boolean external) {
        return route.communities().contains("no-advertise")
                || external
                        && (route.communities().contains("no-export")
                                || route.communities().contains("local-as"));
    }

    private BgpRoute outside(
            BgpFacts bgp,
            BgpRoute route,
            Neighbour settings,
            RouteSettings sets,
            IpAddress tellerAddress,
            IpAddress listener) {
        List<Long> path = new ArrayList<>();
        for (int i = 0; i <= settings.prepend(); i++) {
            path.add(bgp.as());
        }
        path.addAll(prepended(sets, route.path()));
        // RFC 4271, section 5.1.3: a next hop on the shared subnet is passed on as it is.
        IpAddress nextHop = route.nextHop();
        boolean thirdParty = nextHop != null && onSharedSubnet(nextHop, tellerAddress, listener);
        return new BgpRoute(
                route.prefix(),
                thirdParty ? nextHop : tellerAddress,
                List.copyOf(path),
                route.incomplete(),
                0,
                sets.metricOr(settings.med() != null ? settings.med() : route.isOwn() ? route.med() : 0),
                null,
                true,
                null,
                sets.communitiesAfter(route.communities()),
                0);
    }

    private static BgpRoute inside(BgpRoute route, Neighbour settings, RouteSettings sets, IpAddress tellerAddress) {
        IpAddress nextHop = route.isOwn() || settings.nextHopSelf() ? tellerAddress : route.nextHop();
        long med = settings.med() != null ? settings.med() : route.med();
        return new BgpRoute(
                route.prefix(),
                nextHop,
                prepended(sets, route.path()),
                route.incomplete(),
                sets.localPreferenceOr(route.localPreference()),
                sets.metricOr(med),
                null,
                false,
                null,
                sets.communitiesAfter(route.communities()),
                0);
    }

    private boolean onSharedSubnet(IpAddress nextHop, IpAddress teller, IpAddress listener) {
        Port port = segments.owner(teller);
        return port != null
                && !nextHop.equals(listener)
                && segments.facts(port).addresses().stream()
                        .anyMatch(
                                a -> a.prefix().contains(nextHop) && a.prefix().contains(listener));
    }

    /** The cost of the way to a next hop. A default route does not count as a way. */
    private OptionalLong costOf(String device, IpAddress nextHop) {
        Route route = wayTo(device, nextHop);
        return route == null ? OptionalLong.empty() : OptionalLong.of(route.metric());
    }

    private @Nullable Route wayTo(String device, IpAddress nextHop) {
        Route route = interior.apply(device).towards(nextHop, r -> r.prefix().length() > 0);
        return route == null || route.discards() ? null : route;
    }

    /** Routes for the routing table: learned ones, with the next hops on the way to their next hop. */
    public Collection<Route> routes(String device) {
        Speaker speaker = speakers.get(device);
        if (speaker == null) {
            return List.of();
        }
        Distances distances = speaker.facts().distances();
        List<Route> routes = new ArrayList<>();
        for (BgpRoute route : best.getOrDefault(device, Map.of()).values()) {
            IpAddress nextHop = route.nextHop();
            Route way = nextHop == null ? null : wayTo(device, nextHop);
            if (nextHop != null && way != null) {
                List<NextHop> hops = way.nextHops().stream()
                        .map(h -> h.via() == null ? new NextHop(nextHop, h.exit()) : h)
                        .toList();
                int distance = route.external() ? distances.ebgp() : distances.ibgp();
                routes.add(new Route(
                        route.prefix(),
                        route.external() ? Source.EBGP : Source.IBGP,
                        distance,
                        route.med(),
                        hops,
                        route.tag()));
            }
        }
        return routes;
    }
}
