package io.safestep.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.network.CorvaneNetwork.Built;
import io.safestep.core.network.route.Route;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

/** What has to be so wherever routes pass from one protocol to another, on generated networks. */
class RedistributionLawTest {

    private static final int NETWORKS = 120;

    /** A ring of routers that speak OSPF and, with the one opposite them, BGP; each brings in what chance says. */
    private record Ring(long seed, Map<String, String> configurations, List<String[]> links) {

        static Ring of(long seed) {
            Random random = new Random(seed);
            int size = 3 + random.nextInt(3);
            Map<String, String> configurations = new TreeMap<>();
            List<String[]> links = new ArrayList<>();
            for (int i = 0; i < size; i++) {
                int next = (i + 1) % size;
                links.add(new String[] {"r" + i + " port 1", "r" + next + " port 2"});
                configurations.put("r" + i, configuration(random, i, size));
            }
            return new Ring(seed, configurations, links);
        }

        private static String configuration(Random random, int i, int size) {
            int before = (i + size - 1) % size;
            StringBuilder text = new StringBuilder();
            text.append("interface port 1\n  address 10.0.").append(i).append(".1/30\n");
            text.append("interface port 2\n  address 10.0.").append(before).append(".2/30\n");
            text.append("interface loopback 0\n  address 10.99.0.")
                    .append(i + 1)
                    .append("/32\n");
            if (random.nextBoolean()) {
                text.append("route 172.20.").append(random.nextInt(3)).append(".0/24 discard\n");
            }
            text.append("ospf 1\n  area 0 network 10.0.0.0/8\n");
            if (random.nextBoolean()) {
                text.append("  redistribute static\n");
            }
            if (random.nextInt(3) == 0) {
                text.append("  redistribute bgp\n");
            }
            if (random.nextInt(4) == 0) {
                text.append("  default-route ")
                        .append(random.nextBoolean() ? "always" : "when-known")
                        .append("\n");
            }
            // Every second router is in another autonomous system than its neighbour.
            text.append("bgp ").append(65001 + i % 2).append("\n");
            if (random.nextBoolean()) {
                text.append("  redistribute ")
                        .append(random.nextBoolean() ? "ospf" : "static")
                        .append("\n");
            }
            text.append("  neighbour 10.0.")
                    .append(i)
                    .append(".2 as ")
                    .append(65001 + (i + 1) % size % 2)
                    .append("\n");
            text.append("  neighbour 10.0.")
                    .append(before)
                    .append(".1 as ")
                    .append(65001 + before % 2)
                    .append("\n");
            return text.toString();
        }

        Built built(List<String> order) {
            CorvaneNetwork network = new CorvaneNetwork();
            order.forEach(name -> network.device(name, configurations.get(name)));
            links.forEach(link -> network.link(link[0], link[1]));
            return network.build();
        }

        List<String> names() {
            return new ArrayList<>(configurations.keySet());
        }
    }

    private static Map<String, List<Route>> tables(Built network, List<String> names) {
        Map<String, List<Route>> tables = new TreeMap<>();
        names.forEach(name -> tables.put(name, network.model().routes(name)));
        return tables;
    }

    @Test
    void theOrderInWhichDevicesAreWrittenSaysNothing() {
        for (long seed = 0; seed < NETWORKS; seed++) {
            Ring ring = Ring.of(seed);
            List<String> shuffled = ring.names();
            Collections.shuffle(shuffled, new Random(seed));
            assertThat(tables(ring.built(shuffled), ring.names()))
                    .as("seed %d, written as %s: %s", seed, shuffled, ring.configurations())
                    .isEqualTo(tables(ring.built(ring.names()), ring.names()));
        }
    }

    /** A route that is used has a source that offers it, and every next hop is on a port that is up. */
    @Test
    void whatIsUsedLeadsSomewhere() {
        for (long seed = 0; seed < NETWORKS; seed++) {
            Ring ring = Ring.of(seed);
            Built network = ring.built(ring.names());
            tables(network, ring.names())
                    .forEach((name, routes) -> routes.forEach(route -> {
                        assertThat(route.discards() || !route.nextHops().isEmpty())
                                .as("seed %s, %s: %s", ring.seed(), name, route)
                                .isTrue();
                        assertThat(route.nextHops())
                                .as("seed %s, %s: %s", ring.seed(), name, route)
                                .allSatisfy(
                                        hop -> assertThat(ring.configurations().get(name))
                                                .contains("interface " + hop.exit()));
                    }));
        }
    }

    /** Who has a static route uses it, whatever others bring in of the same prefix. */
    @Test
    void ownStaticRoutesStayInUse() {
        for (long seed = 0; seed < NETWORKS; seed++) {
            Ring ring = Ring.of(seed);
            Built network = ring.built(ring.names());
            ring.configurations()
                    .forEach((name, text) -> text.lines()
                            .filter(line -> line.startsWith("route "))
                            .map(line -> line.split(" ")[1])
                            .forEach(prefix -> assertThat(network.route(name, prefix))
                                    .as("seed %s, %s", ring.seed(), name)
                                    .isEqualTo("STATIC 0 discard")));
        }
    }
}
