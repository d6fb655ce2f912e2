package io.safestep.core.network.ospf;

import io.safestep.core.address.IpPrefix;
import io.safestep.core.network.ospf.AreaGraph.Edge;
import io.safestep.core.network.ospf.AreaGraph.Vertex;
import io.safestep.core.network.route.NextHop;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jgrapht.alg.shortestpath.DijkstraShortestPath;
import org.jgrapht.graph.DefaultWeightedEdge;
import org.jspecify.annotations.Nullable;

/** Shortest ways of one router inside one area, with all equal alternatives (RFC 2328, sections 16.1 and 16.1.1). */
final class AreaPaths {

    private final Map<Vertex, Path> toVertex = new HashMap<>();
    private final Map<IpPrefix, Path> toNetwork = new HashMap<>();

    AreaPaths(AreaGraph area, String device) {
        Vertex root = Vertex.router(device);
        var shortest = new DijkstraShortestPath<Vertex, DefaultWeightedEdge>(area.graph()).getPaths(root);
        Map<Vertex, Long> distance = new HashMap<>();
        for (Vertex vertex : area.graph().vertexSet()) {
            double weight = shortest.getWeight(vertex);
            if (weight < Double.POSITIVE_INFINITY) {
                distance.put(vertex, (long) weight);
            }
        }
        // Nearest first; networks first among equals, since the way out of a network costs nothing.
        List<Vertex> order = new ArrayList<>(distance.keySet());
        order.sort(Comparator.comparingLong((Vertex v) -> distance.get(v)).thenComparing(v -> !v.isNetwork()));
        toVertex.put(root, new Path(0, List.of()));
        for (Vertex vertex : order) {
            if (!vertex.equals(root)) {
                long far = distance.getOrDefault(vertex, 0L);
                toVertex.put(vertex, new Path(far, hops(area, root, vertex, far, distance)));
            }
        }
        area.stubs().forEach((vertex, stubs) -> {
            Path path = toVertex.get(vertex);
            if (path != null) {
                for (AreaGraph.Stub stub : stubs) {
                    Path whole = vertex.equals(root) && stub.exit() != null
                            ? new Path(stub.cost(), List.of(new NextHop(null, stub.exit())))
                            : path.longer(stub.cost());
                    toNetwork.merge(stub.prefix(), whole, Path::best);
                }
            }
        });
    }

    private List<NextHop> hops(AreaGraph area, Vertex root, Vertex vertex, long far, Map<Vertex, Long> distance) {
        List<NextHop> hops = new ArrayList<>();
        for (Edge edge : area.into(vertex)) {
            Long before = distance.get(edge.from());
            if (before == null || before + edge.cost() != far) {
                continue;
            }
            if (edge.exit() != null && edge.from().equals(root)) {
                add(hops, new NextHop(edge.entry(), edge.exit()));
                continue;
            }
            Path there = toVertex.get(edge.from());
            for (NextHop hop : there == null ? List.<NextHop>of() : there.hops()) {
                // Behind a network that is attached itself, the next router's own address is the next hop.
                add(hops, hop.via() == null ? new NextHop(edge.entry(), hop.exit()) : hop);
            }
        }
        return hops;
    }

    private static void add(List<NextHop> hops, NextHop hop) {
        if (!hops.contains(hop)) {
            hops.add(hop);
        }
    }

    /** Networks of the area. */
    Map<IpPrefix, Path> toNetworks() {
        return toNetwork;
    }

    /** The way to another router of the area; null when there is none. */
    @Nullable
    Path toRouter(String device) {
        return toVertex.get(Vertex.router(device));
    }
}
