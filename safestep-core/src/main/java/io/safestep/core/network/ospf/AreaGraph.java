package io.safestep.core.network.ospf;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import io.safestep.core.network.segment.Port;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jgrapht.Graph;
import org.jgrapht.graph.DefaultWeightedEdge;
import org.jgrapht.graph.SimpleDirectedWeightedGraph;
import org.jspecify.annotations.Nullable;

/**
 * The routers and transit networks of one area as the link-state database describes them (RFC 2328, sections 12.4.1,
 * 12.4.2 and 16.1).
 */
final class AreaGraph {

    /** @param router the name of a router, or null for a transit network */
    record Vertex(@Nullable String router, @Nullable Port network) {
        static Vertex router(String device) {
            return new Vertex(device, null);
        }

        /** A transit network, known by the interface of its designated router. */
        static Vertex network(Port designated) {
            return new Vertex(null, designated);
        }

        boolean isNetwork() {
            return network != null;
        }
    }

    /**
     * A way from one vertex to the next.
     *
     * @param exit the interface that a router leaves through; null on the way out of a network
     * @param entry the address at which the next router is met; null on the way into a network
     */
    record Edge(
            Vertex from,
            Vertex to,
            int cost,
            @Nullable String exit,
            @Nullable IpAddress entry) {}

    /**
     * A network that hangs on a vertex.
     *
     * @param exit the interface at which it hangs; null where it is the vertex itself
     */
    record Stub(IpPrefix prefix, int cost, @Nullable String exit) {}

    private final Graph<Vertex, DefaultWeightedEdge> graph =
            new SimpleDirectedWeightedGraph<>(DefaultWeightedEdge.class);
    private final Map<Vertex, List<Edge>> into = new HashMap<>();
    private final Map<Vertex, List<Stub>> stubs = new HashMap<>();

    void addRouter(String device) {
        graph.addVertex(Vertex.router(device));
    }

    void addEdge(Edge edge) {
        graph.addVertex(edge.from());
        graph.addVertex(edge.to());
        into.computeIfAbsent(edge.to(), v -> new ArrayList<>()).add(edge);
        // Of parallel links the cheapest counts for the distance; all of them are looked at for next hops.
        DefaultWeightedEdge present = graph.getEdge(edge.from(), edge.to());
        if (present == null) {
            graph.setEdgeWeight(graph.addEdge(edge.from(), edge.to()), edge.cost());
        } else if (graph.getEdgeWeight(present) > edge.cost()) {
            graph.setEdgeWeight(present, edge.cost());
        }
    }

    void addStub(Vertex vertex, Stub stub) {
        graph.addVertex(vertex);
        stubs.computeIfAbsent(vertex, v -> new ArrayList<>()).add(stub);
    }

    Graph<Vertex, DefaultWeightedEdge> graph() {
        return graph;
    }

    List<Edge> into(Vertex vertex) {
        return into.getOrDefault(vertex, List.of());
    }

    Map<Vertex, List<Stub>> stubs() {
        return stubs;
    }
}
