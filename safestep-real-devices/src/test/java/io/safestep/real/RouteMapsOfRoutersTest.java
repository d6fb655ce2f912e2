package io.safestep.real;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.network.NetworkDescription;
import io.safestep.core.network.NetworkModel;
import io.safestep.core.network.bgp.BgpRoute;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.network.route.Route;
import io.safestep.core.network.segment.Conditions;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.Port;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.PushListener;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.connect.PlatformConnector;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import org.awaitility.Awaitility;
import org.awaitility.core.ConditionTimeoutException;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * What three routers of Debian's package {@code frr} make of random route maps, beside what was computed from their
 * configurations: the first tells static routes to the second, which brings them into OSPF for the third.
 */
class RouteMapsOfRoutersTest {

    private static final int CASES = Integer.getInteger("safestep.route-map-cases", 12);
    private static final long FIRST_SEED = Long.getLong("safestep.seed", 1L);
    private static final JsonMapper JSON = JsonMapper.shared();
    private static final PlatformProfile FRR = ShippedProfiles.frr();

    private final ConfigEngine engine = new ConfigEngine(FRR.language());

    @TempDir
    static Path folder;

    private static RealRouters routers;

    @BeforeAll
    static void start() {
        routers = RealRouters.inARow(folder, 3);
    }

    @AfterAll
    static void stop() {
        routers.close();
    }

    @Test
    void whatIsComputedIsWhatTheRoutersDo() throws Exception {
        List<String> wrong = new ArrayList<>();
        try (PlatformConnector connector = new PlatformConnector(TimeLimits.usual())) {
            List<DeviceSession> sessions = new ArrayList<>();
            List<ConfigTree> empty = new ArrayList<>();
            for (int i = 1; i <= 3; i++) {
                sessions.add(connector.connect(routers.target(i, FRR)));
                empty.add(engine.readShown(sessions.get(i - 1).readRunning()));
            }
            for (long seed = FIRST_SEED; seed < FIRST_SEED + CASES; seed++) {
                Random random = new Random(seed);
                // Names of their own for each case: a router may go on with what it made of a list that was changed.
                push(sessions.get(0), empty.get(0), named(teller(random), seed));
                push(sessions.get(1), empty.get(1), named(middle(random), seed));
                push(sessions.get(2), empty.get(2), inner());
                for (int router = 1; router <= 2; router++) {
                    routers.vtysh(router, "clear bgp * soft");
                }
                routers.vtysh(2, "configure terminal", "router ospf", "no redistribute bgp");
                Awaitility.await("nothing is brought in any more")
                        .atMost(Duration.ofSeconds(30))
                        .until(() -> realOspf().isEmpty());
                routers.vtysh(2, "configure terminal", "router ospf", "redistribute bgp route-map inwards" + seed);
                compare(seed, sessions, wrong);
            }
            for (DeviceSession session : sessions) {
                session.close();
            }
        }
        assertThat(wrong).isEmpty();
    }

    /** @param empty what the router says of itself */
    private void push(DeviceSession session, ConfigTree empty, String lines) throws Exception {
        ConfigTree now = engine.readShown(session.readRunning());
        ConfigTree wanted = engine.apply(empty, engine.readScript(lines));
        session.push(engine.derive(now, wanted), new PushListener() {
            @Override
            public boolean before(int index) {
                return true;
            }

            @Override
            public void after(int index, String answer) {
                // What the routers do is what counts.
            }
        });
    }

    private void compare(long seed, List<DeviceSession> sessions, List<String> wrong) throws Exception {
        Map<String, DeviceFacts> facts = new TreeMap<>();
        for (int i = 1; i <= 3; i++) {
            String running = sessions.get(i - 1).readRunning();
            DeviceFacts read = new FactReader(FRR).read("r" + i, engine.readShown(running));
            facts.put("r" + i, read);
        }
        NetworkModel model = new NetworkModel(new NetworkDescription(
                facts,
                List.of(
                        new Link(new Port("r1", "to2"), new Port("r2", "to1")),
                        new Link(new Port("r2", "to3"), new Port("r3", "to2"))),
                List.of(),
                Conditions.NORMAL));
        String computed = "r2 " + computedBgp(model) + "\nr3 " + computedOspf(model);
        try {
            Awaitility.await()
                    .atMost(Duration.ofSeconds(25))
                    .pollInterval(Duration.ofMillis(500))
                    .until(() -> computed.equals("r2 " + realBgp() + "\nr3 " + realOspf()));
        } catch (ConditionTimeoutException e) {
            wrong.add("seed " + seed + "\ncomputed:\n" + computed + "\nthe routers:\nr2 " + realBgp() + "\nr3 "
                    + realOspf() + "\n" + sessions.get(0).readRunning() + "\n"
                    + sessions.get(1).readRunning());
        }
    }

    private static String computedBgp(NetworkModel model) {
        return model.bgpRoutes("r2").stream()
                .map(RouteMapsOfRoutersTest::words)
                .sorted()
                .collect(Collectors.joining("\n   "));
    }

    private static String words(BgpRoute r) {
        return r.prefix() + " preference " + r.localPreference() + " med " + r.med() + " path " + r.path()
                + " communities " + new TreeSet<>(r.communities());
    }

    private static String realBgp() {
        JsonNode table = JSON.readTree(routers.vtysh(2, "show bgp ipv4 unicast json"));
        List<String> found = new ArrayList<>();
        table.path("routes").properties().forEach(entry -> {
            JsonNode one = JSON.readTree(routers.vtysh(2, "show bgp ipv4 unicast " + entry.getKey() + " json"));
            for (JsonNode path : one.path("paths")) {
                found.add(entry.getKey() + " preference " + path.path("locPrf").asInt(100) + " med "
                        + path.path("metric").asLong(0) + " path "
                        + StreamSupport.stream(
                                        path.path("aspath").path("segments").spliterator(), false)
                                .flatMap(
                                        s -> StreamSupport.stream(s.path("list").spliterator(), false))
                                .map(JsonNode::asLong)
                                .toList()
                        + " communities "
                        + new TreeSet<>(StreamSupport.stream(
                                        path.path("community").path("list").spliterator(), false)
                                .map(c -> c.asString().replace("noExport", "no-export"))
                                .toList()));
            }
        });
        return found.stream().sorted().collect(Collectors.joining("\n   "));
    }

    private static String computedOspf(NetworkModel model) {
        return model.routes("r3").stream()
                .filter(r -> r.source() == Route.Source.OSPF_EXTERNAL_1 || r.source() == Route.Source.OSPF_EXTERNAL_2)
                .map(r -> r.prefix() + " metric " + r.metric() + " tag " + r.tag())
                .sorted()
                .collect(Collectors.joining("\n   "));
    }

    private static String realOspf() {
        JsonNode table = JSON.readTree(routers.vtysh(3, "show ip route ospf json"));
        List<String> found = new ArrayList<>();
        table.properties().forEach(entry -> {
            for (JsonNode route : entry.getValue()) {
                if (entry.getKey().startsWith("10.9")) {
                    continue;
                }
                found.add(entry.getKey() + " metric " + route.path("metric").asLong() + " tag "
                        + route.path("tag").asLong(0));
            }
        });
        return found.stream().sorted().collect(Collectors.joining("\n   "));
    }

    // ------------------------------------------------------------ lines

    private static String named(String lines, long seed) {
        return lines.replaceAll("\\b(some|others|brought|told|heard|inwards)\\b", "$1" + seed);
    }

    private static String teller(Random random) {
        StringBuilder lines = new StringBuilder();
        for (int i = 1; i <= 6; i++) {
            lines.append("ip route 10.")
                    .append(i)
                    .append(".0.0/")
                    .append(random.nextBoolean() ? 16 : 24)
                    .append(" blackhole");
            if (random.nextInt(3) > 0) {
                lines.append(" tag ").append(10 * (1 + random.nextInt(3)));
            }
            lines.append('\n');
        }
        lists(random, lines);
        routeMap("brought", random, true, lines);
        routeMap("told", random, false, lines);
        return lines + """
                interface to2
                 ip address 10.99.0.1/30
                exit
                router bgp 65001
                 no bgp ebgp-requires-policy
                 neighbor 10.99.0.2 remote-as 65002
                 neighbor 10.99.0.2 timers 1 3
                 neighbor 10.99.0.2 timers connect 1
                 address-family ipv4 unicast
                  redistribute static route-map brought
                  neighbor 10.99.0.2 route-map told out
                 exit-address-family
                exit
                """;
    }

    private static String middle(Random random) {
        StringBuilder lines = new StringBuilder();
        lists(random, lines);
        routeMap("heard", random, false, lines);
        routeMap("inwards", random, false, lines);
        return lines + """
                interface to1
                 ip address 10.99.0.2/30
                exit
                interface to3
                 ip address 10.99.1.1/30
                 ip ospf area 0
                 ip ospf network point-to-point
                 ip ospf hello-interval 1
                 ip ospf dead-interval 4
                exit
                router bgp 65002
                 no bgp ebgp-requires-policy
                 neighbor 10.99.0.1 remote-as 65001
                 neighbor 10.99.0.1 timers 1 3
                 neighbor 10.99.0.1 timers connect 1
                 address-family ipv4 unicast
                  neighbor 10.99.0.1 route-map heard in
                 exit-address-family
                exit
                router ospf
                 ospf router-id 10.99.9.2
                 redistribute bgp route-map inwards
                exit
                """;
    }

    private static String inner() {
        return """
                interface to2
                 ip address 10.99.1.2/30
                 ip ospf area 0
                 ip ospf network point-to-point
                 ip ospf hello-interval 1
                 ip ospf dead-interval 4
                exit
                router ospf
                 ospf router-id 10.99.9.3
                exit
                """;
    }

    private static void lists(Random random, StringBuilder lines) {
        for (String list : List.of("some", "others")) {
            for (int seq = 5; seq <= 5 + 5 * random.nextInt(3); seq += 5) {
                lines.append("ip prefix-list ")
                        .append(list)
                        .append(" seq ")
                        .append(seq)
                        .append(random.nextInt(4) == 0 ? " deny " : " permit ")
                        .append("10.")
                        .append(1 + random.nextInt(6))
                        .append(".0.0/16")
                        .append(random.nextBoolean() ? " le 24" : "")
                        .append('\n');
            }
            lines.append("bgp community-list standard ")
                    .append(list)
                    .append(" seq 5 ")
                    .append(random.nextInt(4) == 0 ? "deny" : "permit")
                    .append(" 65001:")
                    .append(1 + random.nextInt(3))
                    .append('\n');
        }
    }

    /** @param withTags whether routes are looked at that can have a tag */
    private static void routeMap(String name, Random random, boolean withTags, StringBuilder lines) {
        int entries = 1 + random.nextInt(4);
        for (int i = 1; i <= entries; i++) {
            lines.append("route-map ")
                    .append(name)
                    .append(random.nextInt(5) == 0 ? " deny " : " permit ")
                    .append(10 * i)
                    .append('\n');
            if (i < entries || random.nextInt(3) == 0) {
                switch (random.nextInt(withTags || name.equals("told") ? 3 : 2)) {
                    case 0 ->
                        lines.append(" match ip address prefix-list ")
                                .append(random.nextBoolean() ? "some" : "others")
                                .append('\n');
                    case 1 -> lines.append(withTags ? " match tag 20\n" : " match community some\n");
                    default -> lines.append(" match tag 10\n");
                }
            }
            settings(name, random, lines);
            lines.append("exit\n");
        }
    }

    private static void settings(String name, Random random, StringBuilder lines) {
        if (name.equals("inwards")) {
            if (random.nextBoolean()) {
                lines.append(" set metric ").append(1 + random.nextInt(90)).append('\n');
            }
            if (random.nextInt(3) == 0) {
                lines.append(" set metric-type type-1\n");
            }
            if (random.nextBoolean()) {
                lines.append(" set tag ").append(1 + random.nextInt(900)).append('\n');
            }
            return;
        }
        if (random.nextInt(3) == 0) {
            lines.append(" set metric ").append(1 + random.nextInt(90)).append('\n');
        }
        if (random.nextInt(3) == 0) {
            lines.append(" set as-path prepend 65009")
                    .append(random.nextBoolean() ? " 65009" : "")
                    .append('\n');
        }
        if (random.nextInt(2) == 0) {
            lines.append(" set community ")
                    .append(random.nextInt(6) == 0 ? "no-export" : "65001:" + (1 + random.nextInt(3)))
                    .append(random.nextBoolean() ? " additive" : "")
                    .append('\n');
        }
        if (name.equals("heard") && random.nextInt(2) == 0) {
            lines.append(" set local-preference ")
                    .append(50 + random.nextInt(200))
                    .append('\n');
        }
    }
}
