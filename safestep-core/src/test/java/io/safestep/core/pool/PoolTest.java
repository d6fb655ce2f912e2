package io.safestep.core.pool;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.core.address.IpPrefix;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;

class PoolTest {

    private static List<String> allOf(Pool pool, List<Span> used) {
        List<Span> taken = new ArrayList<>(used);
        List<String> given = new ArrayList<>();
        for (Optional<Span> next = pool.nextFree(taken); next.isPresent(); next = pool.nextFree(taken)) {
            taken.add(next.get());
            given.add(pool.write(next.get()));
        }
        return given;
    }

    @Test
    void addressesAreGivenWithoutTheEndsOfTheirBlock() {
        Pool pool = Pool.of(PoolKind.ADDRESS, List.of("10.77.40.0/29"), List.of("10.77.40.1"), 0);

        assertThat(pool.size()).isEqualTo(5);
        assertThat(allOf(pool, List.of()))
                .containsExactly("10.77.40.2", "10.77.40.3", "10.77.40.4", "10.77.40.5", "10.77.40.6");
        assertThat(allOf(
                        Pool.of(PoolKind.ADDRESS, List.of("10.77.1.0/31", "10.77.1.9-10.77.1.10"), List.of(), 0),
                        List.of()))
                .containsExactly("10.77.1.0", "10.77.1.1", "10.77.1.9", "10.77.1.10");
    }

    @Test
    void prefixesBeginAtMultiplesOfTheirSizeAndOverlapNothing() {
        Pool pool = Pool.of(PoolKind.PREFIX, List.of("10.77.192.0/29"), List.of(), 31);
        Span inTheWay = Span.of(PoolKind.span(IpPrefix.parse("10.77.192.3/32")).first());

        assertThat(allOf(pool, List.of())).hasSize(4);
        assertThat(allOf(pool, List.of(inTheWay)))
                .containsExactly("10.77.192.0/31", "10.77.192.4/31", "10.77.192.6/31");
        assertThat(pool.nextFree(List.of(PoolKind.span(IpPrefix.parse("10.77.0.0/16")))))
                .isEmpty();
    }

    @Test
    void numbersAndVlans() {
        Pool vlans = Pool.of(PoolKind.VLAN, List.of("200-202", "300"), List.of("201"), 0);

        assertThat(allOf(vlans, List.of(Span.of(200)))).containsExactly("202", "300");
    }

    @Test
    void whatCanNotBeReadIsSaidInWords() {
        assertThatThrownBy(() -> Pool.of(PoolKind.VLAN, List.of("4000-5000"), List.of(), 0))
                .hasMessage("VLAN numbers go from 1 to 4094");
        assertThatThrownBy(() -> Pool.of(PoolKind.NUMBER, List.of("from here"), List.of(), 0))
                .hasMessageContaining("neither a number nor a range");
        assertThatThrownBy(() -> Pool.of(PoolKind.NUMBER, List.of("9-3"), List.of(), 0))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Pool.of(PoolKind.PREFIX, List.of("10.77.0.0/24"), List.of(), 20))
                .hasMessageContaining("smaller than one /20");
        assertThatThrownBy(() -> Pool.of(PoolKind.NUMBER, List.of("1-9", "5-6"), List.of(), 0))
                .hasMessage("\"5-6\" and \"1-9\" overlap");
        assertThatThrownBy(() -> Pool.of(PoolKind.PREFIX, List.of("10.77.0.7"), List.of(), 30))
                .hasMessageContaining("is not a block");
    }

    @Test
    void whatIsGivenIsAlwaysFreeFitsAndIsCounted() {
        long seed = Long.getLong("safestep.seed", 1);
        for (long run = seed; run < seed + 300; run++) {
            Random random = new Random(run);
            int length = 24 + random.nextInt(9);
            Pool pool = Pool.of(
                    PoolKind.PREFIX,
                    List.of("10.0.0.0/" + (24 - random.nextInt(3)), "10.1.0.0/24"),
                    random.nextBoolean() ? List.of() : List.of("10.0.0.128/25"),
                    length);
            List<Span> used = new ArrayList<>();
            for (int i = 0; i < 12; i++) {
                long first = 0x0a000000L + random.nextInt(600);
                used.add(new Span(first, first + random.nextInt(40)));
            }
            String about = "seed " + run;
            Set<Span> given = new HashSet<>();
            List<Span> taken = new ArrayList<>(used);
            for (Optional<Span> next = pool.nextFree(taken); next.isPresent(); next = pool.nextFree(taken)) {
                Span value = next.get();
                assertThat(taken).as(about).noneMatch(value::overlaps);
                assertThat(pool.ranges()).as(about).anyMatch(r -> r.contains(value));
                assertThat(pool.write(value)).as(about).endsWith("/" + length);
                given.add(value);
                taken.add(value);
            }
            assertThat((long) given.size()).as(about).isEqualTo(pool.countFree(used));
        }
    }

    @Test
    void bothEndsOfALinkFit() {
        assertThat(LinkPair.in(IpPrefix.parse("10.77.192.4/31")))
                .hasToString("LinkPair[one=10.77.192.4/31, other=10.77.192.5/31]");
        assertThat(LinkPair.in(IpPrefix.parse("10.77.192.4/30")))
                .hasToString("LinkPair[one=10.77.192.5/30, other=10.77.192.6/30]");
        assertThatThrownBy(() -> LinkPair.in(IpPrefix.parse("10.77.192.4/32")))
                .isInstanceOf(IllegalArgumentException.class);
    }

    private static final String GATEWAY = """
            hostname brn-gw-a
            vlan 60
            interface port 3
              vlan access 61
            interface vlan 40
              address 10.77.40.2/23
              gateway-group 7 shared 10.77.40.1
            route 10.77.99.0/24 via 10.77.40.9
            route 0.0.0.0/0 via 10.77.40.10
            route 10.77.0.0/16 discard
            """;

    private final PlatformProfile profile = ShippedProfiles.corvane();

    @Test
    void whatTheNetworkUsesIsFound() {
        NetworkUse use = new NetworkUse(
                List.of(new FactReader(profile).read("brn-gw-a", new ConfigEngine(profile.language()).read(GATEWAY))));

        Pool addresses = Pool.of(PoolKind.ADDRESS, List.of("10.77.40.1-10.77.40.12"), List.of(), 0);
        assertThat(allOf(addresses, spans(use.addresses())))
                .containsExactly(
                        "10.77.40.3",
                        "10.77.40.4",
                        "10.77.40.5",
                        "10.77.40.6",
                        "10.77.40.7",
                        "10.77.40.8",
                        "10.77.40.11",
                        "10.77.40.12");
        Pool blocks = Pool.of(PoolKind.PREFIX, List.of("10.77.40.0/22", "10.77.99.0/24"), List.of(), 24);
        assertThat(allOf(blocks, spans(use.prefixes()))).containsExactly("10.77.42.0/24", "10.77.43.0/24");
        assertThat(spans(use.vlans())).contains(Span.of(40), Span.of(60), Span.of(61));
    }

    private static List<Span> spans(List<NetworkUse.Used> used) {
        return used.stream().map(NetworkUse.Used::span).toList();
    }

    @Test
    void numbersAreFoundWhereTheirPlaceSays() {
        NumberPlace place = new NumberPlace("gateway-group {n} shared");

        assertThat(place.in(new ConfigEngine(profile.language()).read(GATEWAY))).containsExactly(7L);
        assertThat(new NumberPlace("vlan {n}").in(new ConfigEngine(profile.language()).read(GATEWAY)))
                .containsExactlyElementsOf(LongStream.of(40, 60).boxed().toList());
        assertThatThrownBy(() -> new NumberPlace("tunnel")).hasMessageContaining("{n} has to stand once");
    }
}
