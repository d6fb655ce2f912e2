package io.safestep.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.change.SealedContent.Target;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Law 2 rests on this: whoever changes anything that was approved changes the seal. */
class SealTest {

    @Test
    void everyPartOfGeneratedContentIsUnderTheSeal() {
        for (long seed = 1; seed <= 2_000; seed++) {
            Random random = new Random(seed);
            SealedContent content = content(random);
            String seal = Seal.of(content).hex();
            assertThat(Seal.of(content(new Random(seed))).hex())
                    .as("seed %d, same content", seed)
                    .isEqualTo(seal);
            for (SealedContent moved : moved(content)) {
                assertThat(Seal.of(moved).hex()).as("seed %d, %s", seed, moved).isNotEqualTo(seal);
            }
        }
    }

    @Test
    void textCannotWanderFromOneFieldToTheNext() {
        SealedContent one = new SealedContent(
                List.of(new Target("a", 1, "no x\n", "", Map.of())), List.of("bc"), "UNDO_ALL", "", List.of());
        SealedContent other = new SealedContent(
                List.of(new Target("a", 1, "", "no x\n", Map.of())), List.of("b", "c"), "UNDO_ALL", "", List.of());
        assertThat(Seal.of(one)).isNotEqualTo(Seal.of(other));
    }

    private static SealedContent content(Random random) {
        List<Target> targets = new ArrayList<>();
        for (int i = 0; i <= random.nextInt(3); i++) {
            targets.add(new Target(
                    "brn-gw-" + i, 1 + random.nextInt(3), word(random), word(random), Map.of("ospf 1", word(random))));
        }
        return new SealedContent(targets, List.of(word(random), word(random)), "UNDO_ALL", "", List.of());
    }

    private static String word(Random random) {
        return Integer.toString(random.nextInt(1_000_000), 36);
    }

    private static List<SealedContent> moved(SealedContent c) {
        List<SealedContent> moved = new ArrayList<>();
        for (int i = 0; i < c.targets().size(); i++) {
            Target t = c.targets().get(i);
            Map<String, String> ground = new HashMap<>(t.touchedGround());
            ground.put("vlan 40", "");
            moved.add(with(c, i, new Target(t.device() + "x", t.wave(), t.script(), t.undo(), t.touchedGround())));
            moved.add(with(c, i, new Target(t.device(), t.wave() + 1, t.script(), t.undo(), t.touchedGround())));
            moved.add(with(c, i, new Target(t.device(), t.wave(), t.script() + "\n", t.undo(), t.touchedGround())));
            moved.add(with(c, i, new Target(t.device(), t.wave(), t.script(), "x" + t.undo(), t.touchedGround())));
            moved.add(with(c, i, new Target(t.device(), t.wave(), t.script(), t.undo(), ground)));
        }
        List<Target> longer = new ArrayList<>(c.targets());
        longer.add(new Target("z", 1, "", "", Map.of()));
        moved.add(new SealedContent(longer, c.checks(), c.failureRule(), c.order(), c.sheets()));
        moved.add(new SealedContent(c.targets(), c.checks().subList(0, 1), c.failureRule(), c.order(), c.sheets()));
        moved.add(new SealedContent(c.targets(), c.checks(), "OTHER", c.order(), c.sheets()));
        moved.add(new SealedContent(c.targets(), c.checks(), c.failureRule(), "pause between waves 60 s", c.sheets()));
        moved.add(new SealedContent(
                c.targets(),
                c.checks(),
                c.failureRule(),
                c.order(),
                List.of(new SealedContent.Sheet("peer", "them", "x", "no x"))));
        return moved;
    }

    private static SealedContent with(SealedContent c, int index, Target target) {
        List<Target> targets = new ArrayList<>(c.targets());
        targets.set(index, target);
        return new SealedContent(targets, c.checks(), c.failureRule(), c.order(), c.sheets());
    }
}
