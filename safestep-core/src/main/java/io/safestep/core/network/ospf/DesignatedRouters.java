package io.safestep.core.network.ospf;

import io.safestep.core.network.segment.Port;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jgrapht.Graph;
import org.jgrapht.alg.connectivity.ConnectivityInspector;
import org.jgrapht.graph.DefaultEdge;
import org.jgrapht.graph.SimpleGraph;
import org.jspecify.annotations.Nullable;

/**
 * Designated and backup designated routers (RFC 2328, section 9.4) as they come out when all routers of a segment start
 * together: the highest priority, then the highest router ID. In a network that has been running for long, an earlier
 * designated router stays one; which of them it is makes no difference to any route.
 */
final class DesignatedRouters {

    /** @param designated null when no router may be it */
    record Elected(@Nullable OspfPort designated, @Nullable OspfPort backup) {}

    private final Map<Port, Elected> byPort = new HashMap<>();

    /** @param heard pairs of interfaces of one segment that hear each other */
    static DesignatedRouters elect(List<OspfPort[]> heard) {
        Graph<OspfPort, DefaultEdge> graph = new SimpleGraph<>(DefaultEdge.class);
        for (OspfPort[] pair : heard) {
            graph.addVertex(pair[0]);
            graph.addVertex(pair[1]);
            graph.addEdge(pair[0], pair[1]);
        }
        DesignatedRouters elected = new DesignatedRouters();
        for (Set<OspfPort> group : new ConnectivityInspector<>(graph).connectedSets()) {
            elected.electAmong(group);
        }
        return elected;
    }

    private void electAmong(Set<OspfPort> group) {
        List<OspfPort> eligible = group.stream()
                .filter(p -> !p.pointToPoint() && p.facts().ospf().priority() > 0)
                .sorted(Comparator.comparingInt((OspfPort p) -> p.facts().ospf().priority())
                        .thenComparing(OspfPort::routerId)
                        .reversed())
                .toList();
        if (eligible.isEmpty()) {
            return;
        }
        Elected result = new Elected(eligible.get(0), eligible.size() > 1 ? eligible.get(1) : null);
        new HashSet<>(group).forEach(p -> byPort.put(p.port(), result));
    }

    /** Who was elected among those that hear this interface; null when nobody was. */
    @Nullable
    Elected of(OspfPort port) {
        return byPort.get(port.port());
    }

    /** Whether two that hear each other go on to exchange their databases (RFC 2328, section 10.4). */
    boolean becomeAdjacent(OspfPort one, OspfPort other) {
        if (one.pointToPoint() || other.pointToPoint()) {
            return true;
        }
        Elected elected = of(one);
        return elected != null && (isElected(elected, one) || isElected(elected, other));
    }

    private static boolean isElected(Elected elected, OspfPort port) {
        return port.equals(elected.designated()) || port.equals(elected.backup());
    }
}
