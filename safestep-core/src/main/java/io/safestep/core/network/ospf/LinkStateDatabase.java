package io.safestep.core.network.ospf;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpPrefix;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.ospf.AreaGraph.Edge;
import io.safestep.core.network.ospf.AreaGraph.Stub;
import io.safestep.core.network.ospf.AreaGraph.Vertex;
import io.safestep.core.network.segment.Port;
import io.safestep.core.network.segment.Segments;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/** What routers tell each other about the links and networks of each area (RFC 2328, sections 12.4.1 and 12.4.2). */
final class LinkStateDatabase {

    private final Map<String, DeviceFacts> devices;
    private final Segments segments;
    private final Adjacencies adjacencies;
    private final Map<Port, List<OspfNeighbour>> usable = new HashMap<>();
    private final Map<Long, AreaGraph> areas = new TreeMap<>();
    private final Map<String, Set<Long>> areasOf = new TreeMap<>();
    private final Map<Long, Map<String, AreaPaths>> paths = new ConcurrentHashMap<>();

    LinkStateDatabase(
            Map<String, DeviceFacts> devices, Map<Port, OspfPort> ports, Segments segments, Adjacencies adjacencies) {
        this.devices = devices;
        this.segments = segments;
        this.adjacencies = adjacencies;
        for (OspfNeighbour neighbour : adjacencies.neighbours()) {
            if (neighbour.carriesRoutes()) {
                usable.computeIfAbsent(neighbour.own(), p -> new ArrayList<>()).add(neighbour);
            }
        }
        ports.values().forEach(this::describe);
    }

    Set<Long> areasOf(String device) {
        return areasOf.getOrDefault(device, Set.of());
    }

    Set<String> routers() {
        return areasOf.keySet();
    }

    /** Routers of an area that satisfy a condition, sorted. */
    List<String> routers(long area, Predicate<String> condition) {
        return areasOf.keySet().stream()
                .filter(d -> areasOf(d).contains(area) && condition.test(d))
                .toList();
    }

    AreaPaths paths(long area, String device) {
        return paths.computeIfAbsent(area, a -> new ConcurrentHashMap<>())
                .computeIfAbsent(device, d -> new AreaPaths(areas.getOrDefault(area, new AreaGraph()), d));
    }

    private void describe(OspfPort port) {
        String device = port.port().device();
        AreaGraph graph = areas.computeIfAbsent(port.area(), a -> new AreaGraph());
        graph.addRouter(device);
        areasOf.computeIfAbsent(device, d -> new TreeSet<>()).add(port.area());
        Vertex self = Vertex.router(device);
        String exit = port.port().name();
        if (port.loopback()) {
            // 12.4.1: an interface in state Loopback is announced as a host, at no cost.
            for (InterfaceAddress address : announced(port)) {
                graph.addStub(self, new Stub(IpPrefix.of(address.address()), 0, exit));
            }
            return;
        }
        List<InterfaceAddress> hanging = new ArrayList<>(announced(port));
        if (port.speaks() && port.pointToPoint()) {
            neighbours(port)
                    .forEach(n -> graph.addEdge(
                            new Edge(self, Vertex.router(n.far().device()), port.cost(), exit, n.farAddress())));
            hanging.forEach(a -> graph.addStub(self, new Stub(a.prefix(), port.cost(), exit)));
            return;
        }
        OspfPort designated = port.speaks() ? designated(port) : null;
        if (designated != null && isTransit(port, designated)) {
            Vertex network = Vertex.network(designated.port());
            graph.addEdge(new Edge(self, network, port.cost(), exit, null));
            graph.addEdge(new Edge(network, self, 0, null, port.address().address()));
            if (designated.equals(port)) {
                graph.addStub(network, new Stub(port.address().prefix(), 0, null));
            }
            hanging.remove(port.address());
        }
        hanging.forEach(a -> graph.addStub(self, new Stub(a.prefix(), port.cost(), exit)));
    }

    /** The primary address, and the others that a network statement covers. */
    private List<InterfaceAddress> announced(OspfPort port) {
        return port.facts().addresses().stream()
                .filter(a -> a.equals(port.address())
                        || port.facts().ospf().area() != null
                        || OspfPorts.network(port.process(), a)
                                .filter(n -> n.area() == port.area())
                                .isPresent())
                .toList();
    }

    private List<OspfNeighbour> neighbours(OspfPort port) {
        return usable.getOrDefault(port.port(), List.of());
    }

    private @Nullable OspfPort designated(OspfPort port) {
        DesignatedRouters routers = adjacencies.designated(segments.around(port.port()));
        DesignatedRouters.Elected elected = routers == null ? null : routers.of(port);
        return elected == null ? null : elected.designated();
    }

    /** 12.4.1.2: the designated router has a full neighbour, any other router is fully adjacent with it. */
    private boolean isTransit(OspfPort port, OspfPort designated) {
        return designated.equals(port)
                ? !neighbours(port).isEmpty()
                : neighbours(port).stream().anyMatch(n -> n.far().equals(designated.port()));
    }
}
