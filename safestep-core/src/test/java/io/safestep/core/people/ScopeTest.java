package io.safestep.core.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

class ScopeTest {

    private static DeviceSet set(Random random) {
        if (random.nextInt(4) == 0) {
            return DeviceSet.EVERYTHING;
        }
        return DeviceSet.of(some(random), some(random));
    }

    private static Set<Long> some(Random random) {
        Set<Long> some = new TreeSet<>();
        for (long id = 1; id <= 4; id++) {
            if (random.nextInt(3) == 0) {
                some.add(id);
            }
        }
        return some;
    }

    /** Whatever is within another set holds no device that the other one does not; whoever acts on a device sees it. */
    @Test
    void whatIsWithinHoldsNothingMore() {
        Random random = new Random(28);
        int within = 0;
        for (int i = 0; i < 5000; i++) {
            Scope one = new Scope(set(random), set(random));
            Scope other = new Scope(set(random), set(random));
            long site = 1 + random.nextInt(4);
            Set<Long> groups = some(random);
            String what = one + " and " + other + ", a device at " + site + " in " + groups;
            if (one.isWithin(other)) {
                within++;
                assertThat(!one.reads(site, groups) || other.reads(site, groups))
                        .as(what)
                        .isTrue();
                assertThat(!one.acts(site, groups) || other.acts(site, groups))
                        .as(what)
                        .isTrue();
            }
            assertThat(!one.acts(site, groups) || one.reads(site, groups))
                    .as(what)
                    .isTrue();
            Scope common = one.common(other);
            assertThat(!common.reads(site, groups) || one.reads(site, groups) && other.reads(site, groups))
                    .as(what)
                    .isTrue();
            assertThat(!common.acts(site, groups) || one.acts(site, groups) && other.acts(site, groups))
                    .as(what)
                    .isTrue();
            assertThat(one.isWithin(one)).as(what).isTrue();
            assertThat(one.isWithin(Scope.EVERYWHERE)).as(what).isTrue();
            assertThat(Scope.NOTHING.isWithin(one)).as(what).isTrue();
        }
        assertThat(within).as("cases that say something").isGreaterThan(100);
    }

    @Test
    void toActOnAllDevicesMeansOnAllThatAreSeen() {
        DeviceSet some = DeviceSet.of(Set.of(1L), Set.of());
        assertThat(new Scope(some, DeviceSet.EVERYTHING)).isEqualTo(new Scope(some, some));
        assertThat(new Scope(some, DeviceSet.EVERYTHING).holdsEverything()).isFalse();
    }

    @Test
    void aDeviceBelongsToItBySiteOrByGroup() {
        DeviceSet some = DeviceSet.of(Set.of(1L), Set.of(7L));
        assertThat(some.holds(1, List.of())).isTrue();
        assertThat(some.holds(2, List.of(7L, 8L))).isTrue();
        assertThat(some.holds(2, List.of(8L))).isFalse();
        assertThat(DeviceSet.EVERYTHING.holds(2, List.of())).isTrue();
        assertThat(DeviceSet.NOTHING.holds(2, List.of(7L))).isFalse();
        assertThat(DeviceSet.NOTHING.holdsNothing()).isTrue();
        assertThat(some.holdsNothing()).isFalse();
        assertThat(new DeviceSet(true, Set.of(1L), Set.of()))
                .as("one way to say all")
                .isEqualTo(DeviceSet.EVERYTHING);
    }
}
