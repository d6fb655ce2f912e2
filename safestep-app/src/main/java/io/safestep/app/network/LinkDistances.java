package io.safestep.app.network;

import io.safestep.app.kept.FoundOnce;
import io.safestep.app.kept.Stamps;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.Port;
import java.sql.ResultSet;
import java.time.Clock;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jgrapht.Graph;
import org.jgrapht.graph.DefaultEdge;
import org.jgrapht.graph.SimpleGraph;
import org.jgrapht.traverse.BreadthFirstIterator;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** How far devices are from the middle of the network, over the links that are known. */
@Component
public class LinkDistances {

    private static final String LINKS = """
            select one.name as one, c.one_interface, other.name as other, c.other_interface
            from cable c join device one on one.id = c.one_device_id join device other on other.id =
            c.other_device_id""";

    private final JdbcClient jdbc;
    private final FoundOnce<Map<String, Integer>> fromTheCore;

    LinkDistances(JdbcClient jdbc, Stamps stamps, Clock clock) {
        this.jdbc = jdbc;
        this.fromTheCore = new FoundOnce<>(stamps, Stamps.Listed.DEVICES, clock, this::walkFromTheCore);
    }

    /** Over how many links each device is from the nearest core; devices that no link leads to are missing. */
    public Map<String, Integer> fromTheCore() {
        return fromTheCore.now();
    }

    private Map<String, Integer> walkFromTheCore() {
        Graph<String, DefaultEdge> graph = new SimpleGraph<>(DefaultEdge.class);
        jdbc.sql(LINKS).query((ResultSet row) -> {
            String one = row.getString("one");
            String other = row.getString("other");
            graph.addVertex(one);
            graph.addVertex(other);
            if (!one.equals(other)) {
                graph.addEdge(one, other);
            }
        });
        List<String> cores = jdbc.sql("select name from device where role = 'CORE'").query(String.class).list().stream()
                .filter(graph::containsVertex)
                .toList();
        Map<String, Integer> distances = new HashMap<>();
        if (!cores.isEmpty()) {
            BreadthFirstIterator<String, DefaultEdge> walk = new BreadthFirstIterator<>(graph, cores);
            while (walk.hasNext()) {
                String device = walk.next();
                distances.put(device, walk.getDepth(device));
            }
        }
        return Map.copyOf(distances);
    }

    /** Links of which both ends are among the devices. */
    public List<Link> linksAmong(Collection<Long> deviceIds) {
        Long[] ids = deviceIds.toArray(Long[]::new);
        return jdbc.sql(LINKS + " where c.one_device_id = any(:ids) and c.other_device_id = any(:ids) order by c.id")
                .param("ids", ids)
                .query((row, number) -> new Link(
                        new Port(row.getString("one"), row.getString("one_interface")),
                        new Port(row.getString("other"), row.getString("other_interface"))))
                .list();
    }
}
