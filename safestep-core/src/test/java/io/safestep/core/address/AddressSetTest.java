package io.safestep.core.address;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

/** Which addresses a search looks at. */
class AddressSetTest {

    private static List<IpPrefix> blocks(String... written) {
        return List.of(written).stream().map(IpPrefix::parse).toList();
    }

    @Test
    void theAddressesOfTheNetworkAndOfAllHostsAreLeftOut() {
        assertThat(AddressSet.of(blocks("10.77.2.0/29"), List.of()).behind(null).map(IpAddress::toString))
                .containsExactly("10.77.2.1", "10.77.2.2", "10.77.2.3", "10.77.2.4", "10.77.2.5", "10.77.2.6");
        assertThat(AddressSet.of(blocks("10.77.2.4/31"), List.of()).size()).isEqualTo(2);
        assertThat(AddressSet.of(blocks("10.77.2.4/32"), List.of()).size()).isEqualTo(1);
    }

    @Test
    void blocksThatOverlapCountOnceAndExclusionsNotAtAll() {
        AddressSet set =
                AddressSet.of(blocks("10.77.2.0/24", "10.77.2.128/25"), blocks("10.77.2.64/26", "10.77.2.9/32"));
        assertThat(set.size()).isEqualTo(254 - 64 - 1);
        assertThat(AddressSet.of(blocks("10.77.2.0/24"), blocks("10.0.0.0/8")).size())
                .isZero();
        assertThat(AddressSet.of(blocks("0.0.0.0/0"), List.of()).size()).isEqualTo((1L << 32) - 2);
    }

    @Test
    void goingOnBehindAnAddressLeavesNoneOutAndRepeatsNone() {
        AddressSet set = AddressSet.of(blocks("10.77.2.0/28", "10.77.9.0/30"), List.of());
        List<IpAddress> all = set.behind(null).toList();
        for (int i = 0; i < all.size(); i++) {
            assertThat(set.behind(all.get(i)).toList()).isEqualTo(all.subList(i + 1, all.size()));
        }
    }

    /** Against sets of single addresses, in a small corner of the address space. */
    @Test
    void itHoldsWhatSetsOfSingleAddressesHold() {
        long seed = 7_700_126;
        Random random = new Random(seed);
        for (int i = 0; i < 3_000; i++) {
            List<IpPrefix> in = someBlocks(random);
            List<IpPrefix> out = someBlocks(random);
            Set<Integer> expected = new TreeSet<>();
            in.forEach(b -> expected.addAll(addresses(b, b.length() <= 30)));
            out.forEach(b -> expected.removeAll(addresses(b, false)));
            assertThat(AddressSet.of(in, out).behind(null).map(IpAddress::bits).toList())
                    .as("seed %d, case %d: %s without %s", seed, i, in, out)
                    .isEqualTo(List.copyOf(expected));
        }
    }

    private static List<IpPrefix> someBlocks(Random random) {
        List<IpPrefix> blocks = new ArrayList<>();
        for (int i = random.nextInt(4); i > 0; i--) {
            blocks.add(new IpPrefix(0x0A4D0200 + random.nextInt(256), 25 + random.nextInt(8)));
        }
        return blocks;
    }

    private static Set<Integer> addresses(IpPrefix block, boolean hostsOnly) {
        Set<Integer> all = new TreeSet<>();
        int size = 1 << (32 - block.length());
        for (int i = hostsOnly ? 1 : 0; i < (hostsOnly ? size - 1 : size); i++) {
            all.add(block.bits() + i);
        }
        return all;
    }
}
