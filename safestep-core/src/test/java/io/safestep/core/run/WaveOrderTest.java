package io.safestep.core.run;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.run.WaveOrder.Both;
import io.safestep.core.run.WaveOrder.Member;
import io.safestep.core.run.WaveOrder.Settings;
import io.safestep.core.run.WaveOrder.Wave;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class WaveOrderTest {

    private static final Settings NO_FIRST = new Settings(0, 20, Duration.ZERO);

    private static final List<Member> TERMINAL = List.of(
            new Member("ops-co-a", "core", null, 0),
            new Member("brn-gw-a", "edge", "brn-gw-b", 2),
            new Member("brn-gw-b", "edge", "brn-gw-a", 2),
            new Member("brn-ac-1", "access", null, 3),
            new Member("brn-ac-2", "access", null, 3));

    private static Map<String, Integer> places(List<Wave> waves) {
        return waves.stream()
                .flatMap(w -> w.devices().stream().map(d -> Map.entry(d, w.number())))
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    }

    @Test
    void theFarEndGoesFirstAndPartnersOneAfterTheOther() {
        List<Wave> waves = new WaveOrder(TERMINAL, List.of(), NO_FIRST).waves();

        assertThat(waves)
                .containsExactly(
                        new Wave(1, List.of("brn-ac-1", "brn-ac-2"), "3 links from the core"),
                        new Wave(2, List.of("brn-gw-b"), "2 links from the core"),
                        new Wave(3, List.of("brn-gw-a"), "partner of brn-gw-b"),
                        new Wave(4, List.of("ops-co-a"), "the middle last"));
    }

    @Test
    void withManyDevicesOneGoesAloneFirst() {
        List<Wave> waves = new WaveOrder(TERMINAL, List.of(), Settings.usual(5)).waves();

        assertThat(waves.get(0)).isEqualTo(new Wave(1, List.of("brn-ac-2"), "one alone before many"));
        assertThat(waves.get(1).devices()).containsExactly("brn-ac-1");
        assertThat(Settings.usual(4).first()).isZero();
    }

    @Test
    void bothEndsOfALinkAreInOneWaveButPartnersNever() {
        List<Wave> waves = new WaveOrder(
                        TERMINAL, List.of(new Both("brn-ac-1", "brn-gw-a"), new Both("brn-gw-a", "brn-gw-b")), NO_FIRST)
                .waves();

        Map<String, Integer> places = places(waves);
        assertThat(places.get("brn-ac-1")).isEqualTo(places.get("brn-gw-a"));
        assertThat(places.get("brn-gw-a")).isNotEqualTo(places.get("brn-gw-b"));
        assertThat(waves.get(places.get("brn-ac-1") - 1).why()).contains("both ends of a link");
    }

    @Test
    void theSameMembersGetTheSamePlacesInWhateverOrderTheyCome() {
        for (long seed = 0; seed < 300; seed++) {
            Random random = new Random(seed);
            List<Member> members = new ArrayList<>();
            for (int site = 0; site < 5; site++) {
                int hops = random.nextInt(6) - 1;
                members.add(new Member("s" + site + "-gw-a", "edge", "s" + site + "-gw-b", hops));
                members.add(new Member("s" + site + "-gw-b", "edge", "s" + site + "-gw-a", hops));
                members.add(new Member("s" + site + "-ac-1", "access", null, hops < 0 ? -1 : hops + 1));
            }
            List<Both> ends = List.of(new Both("s0-gw-a", "s1-gw-b"), new Both("s2-gw-a", "s2-gw-b"));
            Settings settings = new Settings(random.nextInt(3), 1 + random.nextInt(6), Duration.ZERO);
            List<Wave> waves = new WaveOrder(members, ends, settings).waves();
            Collections.shuffle(members, random);
            assertThat(new WaveOrder(members, ends, settings).waves())
                    .as("seed %d", seed)
                    .isEqualTo(waves);
            Map<String, Integer> places = places(waves);
            assertThat(places).as("seed %d, everybody has a place", seed).hasSize(members.size());
            for (Member member : members) {
                if (member.partner() != null) {
                    assertThat(places.get(member.device()))
                            .as("seed %d, law 6, %s", seed, member.device())
                            .isNotEqualTo(places.get(member.partner()));
                }
            }
            assertThat(new WaveOrder(members, ends, settings).objections(places))
                    .as("seed %d, nothing against its own order", seed)
                    .noneMatch(WaveOrder.Objection::forbidden);
        }
    }

    @Test
    void anOrderMadeByHandIsHeldAgainstTheLaws() {
        WaveOrder order = new WaveOrder(TERMINAL, List.of(new Both("brn-ac-1", "brn-gw-a")), NO_FIRST);

        List<WaveOrder.Objection> found =
                order.objections(Map.of("ops-co-a", 1, "brn-gw-a", 2, "brn-gw-b", 2, "brn-ac-1", 3, "brn-ac-2", 3));

        assertThat(found).anyMatch(o -> o.forbidden() && o.sentence().contains("partners"));
        assertThat(found).anyMatch(o -> !o.forbidden() && o.sentence().contains("both ends"));
        assertThat(found).anyMatch(o -> !o.forbidden() && o.sentence().contains("farther away"));
    }

    private static List<String> devices(Wave wave) {
        return wave.devices();
    }

    private static List<List<String>> waves(List<Member> members, List<Both> ends, int first, int most) {
        return new WaveOrder(members, ends, new Settings(first, most, Duration.ZERO))
                .waves().stream().map(WaveOrderTest::devices).toList();
    }

    /** Where no cables are known, the role says how far away a device is. */
    @Test
    void withoutCablesTheRoleTellsFarFromNear() {
        List<Member> uncabled = List.of(
                new Member("core-1", "core", null, -1),
                new Member("edge-1", "edge", null, -1),
                new Member("access-1", "access", null, -1));
        assertThat(waves(uncabled, List.of(), 0, 20))
                .containsExactly(List.of("access-1"), List.of("edge-1"), List.of("core-1"));
        assertThat(waves(besideUncabled(5), List.of(), 0, 20)).containsExactly(List.of("access-1", "access-2"));
        assertThat(waves(besideUncabled(4), List.of(), 0, 20))
                .containsExactly(List.of("access-1"), List.of("access-2"));
    }

    /** An access device of which no cable is known, and another one. */
    private static List<Member> besideUncabled(int hops) {
        return List.of(new Member("access-1", "access", null, -1), new Member("access-2", "access", null, hops));
    }

    @Test
    void ofTwoAtTheSameDistanceTheOneWithTheFartherRoleGoesFirst() {
        List<Member> members = List.of(new Member("a-gw", "edge", null, 2), new Member("z-ac", "access", null, 2));
        assertThat(waves(members, List.of(), 0, 1)).containsExactly(List.of("z-ac"), List.of("a-gw"));
    }

    @Test
    void aWaveIsFullWhenItHoldsTheMost() {
        List<Member> members = List.of(
                new Member("ac-1", "access", null, 3),
                new Member("ac-2", "access", null, 3),
                new Member("ac-3", "access", null, 3));
        assertThat(waves(members, List.of(), 0, 2)).containsExactly(List.of("ac-2", "ac-3"), List.of("ac-1"));
        assertThat(waves(members, List.of(), 0, 3)).hasSize(1);
        List<Wave> few = new WaveOrder(members, List.of(), new Settings(2, 20, Duration.ZERO)).waves();
        assertThat(few.get(0).why()).isEqualTo("a few before many");
        assertThat(few.get(1).why()).isEqualTo("3 links from the core");
    }

    @Test
    void aFirstWaveThatIsTheWholeIsNotCalledOneBeforeMany() {
        List<Wave> alone = new WaveOrder(
                        List.of(new Member("ac-1", "access", null, 1)), List.of(), new Settings(1, 20, Duration.ZERO))
                .waves();
        assertThat(alone).containsExactly(new Wave(1, List.of("ac-1"), "1 link from the core"));
    }

    @Test
    void aGroupWithPartnersInsideIsTornApartAndEachGoesAlone() {
        List<Member> members = List.of(
                new Member("gw-a", "edge", "gw-b", 2),
                new Member("gw-b", "edge", "gw-a", 2),
                new Member("ac-1", "access", null, 3));
        assertThat(waves(members, List.of(new Both("ac-1", "gw-a"), new Both("ac-1", "gw-b")), 0, 20))
                .containsExactly(List.of("ac-1"), List.of("gw-b"), List.of("gw-a"));
    }

    @Test
    void anEndThatIsNotChangedIsOfNoConcern() {
        List<Member> members = List.of(new Member("ac-1", "access", null, 3), new Member("gw-a", "edge", null, 2));
        List<Both> elsewhere = List.of(new Both("ac-1", "ops-co-a"), new Both("ops-co-b", "gw-a"));
        assertThat(waves(members, elsewhere, 0, 20)).containsExactly(List.of("ac-1"), List.of("gw-a"));
        WaveOrder apart = new WaveOrder(members, List.of(new Both("ac-1", "gw-a")), NO_FIRST);
        assertThat(apart.described(Map.of("ac-1", 1, "gw-a", 2)))
                .extracting(Wave::why)
                .noneMatch(why -> why.contains("both ends"));
    }

    @Test
    void anOrderThatIsGivenIsDescribedWithoutHoles() {
        List<Wave> described = new WaveOrder(TERMINAL, List.of(), NO_FIRST)
                .described(Map.of("brn-ac-1", 2, "brn-ac-2", 2, "brn-gw-b", 5, "brn-gw-a", 7, "ops-co-a", 9));
        assertThat(described)
                .containsExactly(
                        new Wave(1, List.of("brn-ac-1", "brn-ac-2"), "3 links from the core"),
                        new Wave(2, List.of("brn-gw-b"), "2 links from the core"),
                        new Wave(3, List.of("brn-gw-a"), "partner of brn-gw-b"),
                        new Wave(4, List.of("ops-co-a"), "the middle last"));
    }

    @Test
    void eachObjectionIsMadeOnceAndOnlyWhereItHolds() {
        WaveOrder order = new WaveOrder(TERMINAL, List.of(), NO_FIRST);
        Map<String, Integer> together =
                Map.of("brn-ac-1", 1, "brn-ac-2", 1, "brn-gw-a", 2, "brn-gw-b", 2, "ops-co-a", 3);
        assertThat(order.objections(together)).hasSize(1).allMatch(WaveOrder.Objection::forbidden);
        assertThat(order.objections(together).get(0).device()).isEqualTo("brn-gw-a");
        Map<String, Integer> good = Map.of("brn-ac-1", 1, "brn-ac-2", 2, "brn-gw-b", 3, "brn-gw-a", 4, "ops-co-a", 5);
        assertThat(order.objections(good))
                .as("of the same distance one after the other")
                .isEmpty();
        Map<String, Integer> core = Map.of("ops-co-a", 1, "brn-ac-1", 2, "brn-ac-2", 2, "brn-gw-b", 3, "brn-gw-a", 4);
        assertThat(order.objections(core))
                .as("the core is known to be in the middle")
                .anyMatch(o -> o.sentence().startsWith("brn-ac-1 is farther away than ops-co-a"));
        List<Member> unknown = List.of(new Member("x", "edge", null, -1), new Member("y", "edge", null, 2));
        assertThat(new WaveOrder(unknown, List.of(), NO_FIRST).objections(Map.of("x", 1, "y", 2)))
                .as("nobody knows how far x is")
                .isEmpty();
    }
}
