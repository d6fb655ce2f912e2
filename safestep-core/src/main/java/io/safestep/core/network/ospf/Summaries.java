package io.safestep.core.network.ospf;

import io.safestep.core.address.IpPrefix;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.OspfFacts;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/**
 * Ways between areas: what area border routers tell one area about the others (RFC 2328, sections 12.4.3 and 16.2). A
 * router is an area border router when the backbone is one of its several areas (RFC 3509, section 2.1), and it uses
 * summaries of the backbone only.
 */
final class Summaries {

    static final long BACKBONE = 0;

    private final Map<String, DeviceFacts> devices;
    private final LinkStateDatabase database;
    private final Set<String> boundaries;
    private final Map<String, Map<Destination, Path>> inside = new ConcurrentHashMap<>();
    private final Map<String, Map<Destination, Path>> whole = new ConcurrentHashMap<>();
    private final Map<List<Object>, Map<Destination, Long>> announced = new ConcurrentHashMap<>();

    /** @param boundaries routers that bring in routes from outside OSPF */
    Summaries(Map<String, DeviceFacts> devices, LinkStateDatabase database, Set<String> boundaries) {
        this.devices = devices;
        this.database = database;
        this.boundaries = boundaries;
    }

    boolean isBorder(String device) {
        Set<Long> areas = database.areasOf(device);
        return areas.size() > 1 && areas.contains(BACKBONE);
    }

    private OspfFacts ospf(String device) {
        return Objects.requireNonNull(DeviceFacts.named(device, devices).ospf());
    }

    boolean isStub(String device, long area) {
        return ospf(device).stubAreas().containsKey(area);
    }

    /** Ways inside one area: its networks and, unless it is a stub, the boundary routers in it. */
    private Map<Destination, Path> insideArea(String device, long area) {
        Map<Destination, Path> found = new HashMap<>();
        AreaPaths paths = database.paths(area, device);
        paths.toNetworks().forEach((prefix, path) -> found.put(Destination.network(prefix), path));
        if (!isStub(device, area)) {
            for (String boundary : boundaries) {
                Path path = boundary.equals(device) ? null : paths.toRouter(boundary);
                if (path != null) {
                    found.put(Destination.boundary(boundary), path);
                }
            }
        }
        return found;
    }

    /** Ways inside all areas of the router. */
    Map<Destination, Path> inside(String device) {
        Map<Destination, Path> known = inside.get(device);
        if (known == null) {
            known = new HashMap<>();
            for (long area : database.areasOf(device)) {
                for (Map.Entry<Destination, Path> entry :
                        insideArea(device, area).entrySet()) {
                    known.merge(entry.getKey(), entry.getValue(), Path::best);
                }
            }
            inside.put(device, known);
        }
        return known;
    }

    /** Ways to other areas that summaries tell, for destinations that are not in the router's own areas. */
    Map<Destination, Path> between(String device) {
        Map<Destination, Path> known = whole.get(device);
        if (known == null) {
            known = new HashMap<>();
            Map<Destination, Path> own = inside(device);
            Set<Long> areas = isBorder(device) ? Set.of(BACKBONE) : database.areasOf(device);
            for (long area : areas) {
                AreaPaths paths = database.paths(area, device);
                for (String border : database.routers(area, this::isBorder)) {
                    Path there = border.equals(device) ? null : paths.toRouter(border);
                    if (there != null) {
                        for (Map.Entry<Destination, Long> entry :
                                announced(border, area).entrySet()) {
                            if (!own.containsKey(entry.getKey())) {
                                known.merge(entry.getKey(), there.longer(entry.getValue()), Path::best);
                            }
                        }
                    }
                }
            }
            whole.put(device, known);
        }
        return known;
    }

    /** What a border router announces into an area, with its own cost to get there. */
    private Map<Destination, Long> announced(String border, long area) {
        List<Object> key = List.of(border, area);
        Map<Destination, Long> known = announced.get(key);
        if (known == null) {
            known = announce(border, area);
            announced.put(key, known);
        }
        return known;
    }

    private Map<Destination, Long> announce(String border, long into) {
        Map<Destination, Long> summaries = new HashMap<>();
        OspfFacts.StubArea stub = ospf(border).stubAreas().get(into);
        if (stub != null) {
            summaries.put(Destination.network(IpPrefix.ALL), (long) stub.defaultCost());
            if (stub.noSummary()) {
                return summaries;
            }
        }
        for (long from : database.areasOf(border)) {
            if (from != into) {
                announceArea(border, from, stub != null, summaries);
            }
        }
        if (into != BACKBONE) {
            between(border).forEach((destination, path) -> {
                if (stub == null || destination.prefix() != null) {
                    summaries.putIfAbsent(destination, path.cost());
                }
            });
        }
        return summaries;
    }

    private void announceArea(String border, long from, boolean intoStub, Map<Destination, Long> summaries) {
        Map<Destination, Path> own = inside(border);
        Map<OspfFacts.Range, Long> ranges = new HashMap<>();
        for (Map.Entry<Destination, Path> entry : insideArea(border, from).entrySet()) {
            Destination destination = entry.getKey();
            long cost = entry.getValue().cost();
            // Only the ways that the router itself uses are told.
            Path used = own.get(destination);
            if (used == null || used.cost() != cost || intoStub && destination.prefix() == null) {
                continue;
            }
            OspfFacts.Range range = range(border, from, destination);
            if (range == null) {
                summaries.merge(destination, cost, Math::min);
            } else {
                // 12.4.3: the cost of a range is that of its farthest network.
                ranges.merge(range, cost, Math::max);
            }
        }
        ranges.forEach((range, cost) -> {
            if (!range.hide()) {
                summaries.put(Destination.network(range.prefix()), cost);
            }
        });
    }

    private OspfFacts.@Nullable Range range(String border, long area, Destination destination) {
        if (destination.prefix() == null) {
            return null;
        }
        OspfFacts.Range found = null;
        for (OspfFacts.Range range : ospf(border).ranges()) {
            boolean longer =
                    found == null || range.prefix().length() > found.prefix().length();
            if (range.area() == area && range.prefix().contains(destination.prefix()) && longer) {
                found = range;
            }
        }
        return found;
    }

    /** The way to a boundary router, inside an area or between areas; null when there is none. */
    @Nullable
    Path toBoundary(String device, String boundary) {
        Destination destination = Destination.boundary(boundary);
        Path path = inside(device).get(destination);
        return path != null ? path : between(device).get(destination);
    }

    /** Whether every area of the router is a stub, so that it hears of no routes from outside. */
    boolean hearsNothingFromOutside(String device) {
        Set<Long> areas = new HashSet<>(database.areasOf(device));
        return new ArrayList<>(areas).stream().allMatch(area -> isStub(device, area));
    }
}
