package io.safestep.core.network.route;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import io.safestep.core.network.route.Route.Source;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class RoutingTableTest {

    private static Route route(String prefix, Source source, int distance, long metric, String... vias) {
        List<NextHop> hops = new ArrayList<>();
        for (String via : vias) {
            hops.add(new NextHop(IpAddress.parse(via), "port 1"));
        }
        return new Route(IpPrefix.parse(prefix), source, distance, metric, hops);
    }

    private static RoutingTable table(Route... routes) {
        RoutingTable table = new RoutingTable();
        for (Route route : routes) {
            table.offer(route);
        }
        return table;
    }

    private static final String NET = "10.20.0.0/16";

    /** In both orders. */
    private static void assertWins(Route better, Route worse) {
        assertThat(table(better, worse).routes()).containsExactly(better);
        assertThat(table(worse, better).routes()).containsExactly(better);
    }

    @Test
    void theLessDistantSourceIsTrusted() {
        assertWins(
                route(NET, Source.OSPF_EXTERNAL_2, 10, 900, "10.0.0.1"), route(NET, Source.STATIC, 20, 1, "10.0.0.2"));
    }

    @Test
    void amongEquallyDistantOnesTheKindDecidesAndThenTheMetric() {
        assertWins(route(NET, Source.STATIC, 20, 9, "10.0.0.1"), route(NET, Source.EBGP, 20, 1, "10.0.0.2"));
        assertWins(route(NET, Source.STATIC, 20, 1, "10.0.0.1"), route(NET, Source.STATIC, 20, 2, "10.0.0.2"));
    }

    @Test
    void equalOnesAreUsedTogether() {
        Route together = table(route(NET, Source.STATIC, 1, 0, "10.0.0.9"), route(NET, Source.STATIC, 1, 0, "10.0.0.2"))
                .exactly(IpPrefix.parse(NET));
        assertThat(together).isEqualTo(route(NET, Source.STATIC, 1, 0, "10.0.0.2", "10.0.0.9"));
    }

    @Test
    void whatDiscardsIsNotMixedWithWhatForwards() {
        Route discards = route(NET, Source.STATIC, 1, 0);
        Route forwards = route(NET, Source.STATIC, 1, 0, "10.0.0.2");
        assertThat(table(discards, forwards).routes()).containsExactly(discards);
        assertThat(table(forwards, discards).routes()).containsExactly(forwards);
        assertThat(discards.discards()).isTrue();
        assertThat(forwards.discards()).isFalse();
    }

    /** RFC 1812, section 5.2.4.3, against the plainest way to say it. */
    @Test
    void theLongestPrefixThatHoldsTheAddressIsFound() {
        Random random = new Random(1812);
        for (int i = 0; i < 200; i++) {
            Map<IpPrefix, Route> plain = new HashMap<>();
            RoutingTable table = new RoutingTable();
            for (int n = random.nextInt(12); n >= 0; n--) {
                int length = random.nextInt(33);
                IpPrefix prefix = new IpPrefix(random.nextInt(4) << 30 | random.nextInt(8) << 20, length);
                Route route = route(prefix.toString(), Source.STATIC, 1 + plain.size(), 0, "10.0.0.1");
                plain.putIfAbsent(prefix, route);
                table.offer(route);
            }
            IpAddress address = new IpAddress(random.nextInt(4) << 30 | random.nextInt(8) << 20);
            Route expected = plain.values().stream()
                    .filter(r -> r.prefix().contains(address))
                    .max(Comparator.comparing(r -> r.prefix().length()))
                    .orElse(null);
            assertThat(table.towards(address))
                    .as("%s in %s", address, plain.keySet())
                    .isEqualTo(expected);
            Route among = plain.values().stream()
                    .filter(r -> r.prefix().contains(address) && r.prefix().length() < 20)
                    .max(Comparator.comparing(r -> r.prefix().length()))
                    .orElse(null);
            assertThat(table.towards(address, r -> r.prefix().length() < 20))
                    .as("%s among the short ones of %s", address, plain.keySet())
                    .isEqualTo(among);
        }
    }

    @Test
    void nextHopsHaveAnOrderAndNoneTwice() {
        NextHop attached = new NextHop(null, "port 2");
        NextHop attachedToo = new NextHop(null, "port 1");
        NextHop low = new NextHop(IpAddress.parse("10.0.0.1"), "port 9");
        NextHop lowElsewhere = new NextHop(IpAddress.parse("10.0.0.1"), "port 3");
        NextHop high = new NextHop(IpAddress.parse("10.0.0.7"), "port 1");
        List<NextHop> hops = new ArrayList<>(List.of(attached, low, high, attachedToo, lowElsewhere, high));
        Collections.shuffle(hops, new Random(1));
        assertThat(new Route(IpPrefix.parse(NET), Source.STATIC, 1, 0, hops).nextHops())
                .containsExactly(attachedToo, attached, lowElsewhere, low, high);
    }

    @Test
    void sourcesAreOfOneProtocolEach() {
        assertThat(List.of(Source.values()))
                .filteredOn(Source::isOspf)
                .allSatisfy(s -> assertThat(s.name()).startsWith("OSPF"));
        assertThat(List.of(Source.values())).filteredOn(Source::isOspf).hasSize(4);
        assertThat(List.of(Source.values())).filteredOn(Source::isBgp).containsExactly(Source.EBGP, Source.IBGP);
        assertThat(List.of(Source.values()))
                .extracting(Source::word)
                .doesNotHaveDuplicates()
                .doesNotContain("");
    }
}
