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
}
