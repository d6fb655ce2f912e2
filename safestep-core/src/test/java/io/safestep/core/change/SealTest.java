package io.safestep.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.change.SealedContent.Sheet;
import io.safestep.core.change.SealedContent.Target;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
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

    /** Each text of the content moved to a neighbouring place, so that one after the other reads the same. */
    @Test
    void noTextWandersBetweenNeighbours() {
        SealedContent whole = content(new Random(7));
        Target t = whole.targets().get(0);
        Sheet s = whole.sheets().get(0);
        Map<String, SealedContent> pairs = new LinkedHashMap<>();
        pairs.put(
                "device and script",
                with(whole, 0, new Target(t.device() + t.script(), t.wave(), "", t.undo(), t.touchedGround())));
        pairs.put(
                "script and undo",
                with(whole, 0, new Target(t.device(), t.wave(), "", t.script() + t.undo(), t.touchedGround())));
        pairs.put("runBy and lines", with(whole, 0, new Sheet(s.device(), s.runBy() + s.lines(), "", s.undo())));
        pairs.put("lines and undo", with(whole, 0, new Sheet(s.device(), s.runBy(), "", s.lines() + s.undo())));
        pairs.put(
                "checks joined",
                new SealedContent(
                        whole.targets(),
                        List.of(String.join("", whole.checks())),
                        whole.failureRule(),
                        whole.order(),
                        whole.sheets()));
        pairs.put(
                "rule and order",
                new SealedContent(
                        whole.targets(), whole.checks(), whole.failureRule() + whole.order(), "", whole.sheets()));
        pairs.forEach((what, moved) -> assertThat(Seal.of(moved)).as(what).isNotEqualTo(Seal.of(whole)));
    }

    @Test
    void theOrderInWhichTouchedGroundWasFoundDoesNotCount() {
        Map<String, String> one = new LinkedHashMap<>();
        one.put("vlan 40", "vlan 40\n");
        one.put("ospf 1", "ospf 1\n");
        Map<String, String> other = new LinkedHashMap<>();
        other.put("ospf 1", "ospf 1\n");
        other.put("vlan 40", "vlan 40\n");
        assertThat(of(one)).isEqualTo(of(other));
    }

    private static Seal of(Map<String, String> ground) {
        return Seal.of(new SealedContent(
                List.of(new Target("a", 1, "x", "no x", ground)), List.of(), "UNDO_ALL", "", List.of()));
    }

    @Test
    void theShortFormIsTheBeginningInTwoGroups() {
        assertThat(Seal.brief("0123456789abcdef")).isEqualTo("0123 4567");
        assertThat(of(Map.of()).hex()).matches("[0-9a-f]{64}");
    }

    private static SealedContent content(Random random) {
        List<Target> targets = new ArrayList<>();
        for (int i = 0; i <= 1 + random.nextInt(2); i++) {
            targets.add(new Target(
                    "brn-gw-" + i,
                    1 + random.nextInt(3),
                    word(random),
                    word(random),
                    Map.of("ospf 1", word(random), "vlan 30", word(random))));
        }
        return new SealedContent(
                targets,
                List.of(word(random) + "a", word(random) + "b"),
                "UNDO_ALL",
                word(random),
                List.of(sheet(random, "a"), sheet(random, "b")));
    }

    private static Sheet sheet(Random random, String name) {
        return new Sheet(name, word(random), word(random), word(random));
    }

    private static String word(Random random) {
        return Integer.toString(random.nextInt(1_000_000), 36);
    }

    /** The content with one thing changed, once for each thing that can be. */
    private static List<SealedContent> moved(SealedContent c) {
        List<SealedContent> moved = new ArrayList<>();
        for (int i = 0; i < c.targets().size(); i++) {
            Target t = c.targets().get(i);
            moved.add(with(c, i, new Target(t.device() + "x", t.wave(), t.script(), t.undo(), t.touchedGround())));
            moved.add(with(c, i, new Target(t.device(), t.wave() + 1, t.script(), t.undo(), t.touchedGround())));
            moved.add(with(c, i, new Target(t.device(), t.wave(), t.script() + "\n", t.undo(), t.touchedGround())));
            moved.add(with(c, i, new Target(t.device(), t.wave(), t.script(), "x" + t.undo(), t.touchedGround())));
            for (Map<String, String> ground : movedGround(t.touchedGround())) {
                moved.add(with(c, i, new Target(t.device(), t.wave(), t.script(), t.undo(), ground)));
            }
        }
        for (int i = 0; i < c.sheets().size(); i++) {
            Sheet s = c.sheets().get(i);
            moved.add(with(c, i, new Sheet(s.device() + "x", s.runBy(), s.lines(), s.undo())));
            moved.add(with(c, i, new Sheet(s.device(), s.runBy() + "x", s.lines(), s.undo())));
            moved.add(with(c, i, new Sheet(s.device(), s.runBy(), s.lines() + "x", s.undo())));
            moved.add(with(c, i, new Sheet(s.device(), s.runBy(), s.lines(), s.undo() + "x")));
        }
        List<Target> longer = new ArrayList<>(c.targets());
        longer.add(new Target("z", 1, "", "", Map.of()));
        moved.add(new SealedContent(longer, c.checks(), c.failureRule(), c.order(), c.sheets()));
        moved.add(new SealedContent(reversed(c.targets()), c.checks(), c.failureRule(), c.order(), c.sheets()));
        moved.add(new SealedContent(c.targets(), c.checks().subList(0, 1), c.failureRule(), c.order(), c.sheets()));
        moved.add(new SealedContent(c.targets(), reversed(c.checks()), c.failureRule(), c.order(), c.sheets()));
        moved.add(new SealedContent(
                c.targets(),
                List.of(c.checks().get(0), c.checks().get(1) + "x"),
                c.failureRule(),
                c.order(),
                c.sheets()));
        moved.add(new SealedContent(c.targets(), c.checks(), "OTHER", c.order(), c.sheets()));
        moved.add(new SealedContent(c.targets(), c.checks(), c.failureRule(), c.order() + "x", c.sheets()));
        moved.add(new SealedContent(
                c.targets(), c.checks(), c.failureRule(), c.order(), c.sheets().subList(0, 1)));
        moved.add(new SealedContent(c.targets(), c.checks(), c.failureRule(), c.order(), reversed(c.sheets())));
        return moved;
    }

    private static List<Map<String, String>> movedGround(Map<String, String> ground) {
        Map<String, String> more = new HashMap<>(ground);
        more.put("vlan 40", "");
        Map<String, String> less = new HashMap<>(ground);
        less.remove("ospf 1");
        Map<String, String> otherText = new HashMap<>(ground);
        otherText.merge("ospf 1", "x", String::concat);
        Map<String, String> otherName = new HashMap<>(ground);
        otherName.put("ospf 2", otherName.remove("ospf 1"));
        return List.of(more, less, otherText, otherName);
    }

    private static <T> List<T> reversed(List<T> all) {
        List<T> reversed = new ArrayList<>(all);
        Collections.reverse(reversed);
        return reversed;
    }

    private static SealedContent with(SealedContent c, int index, Target target) {
        List<Target> targets = new ArrayList<>(c.targets());
        targets.set(index, target);
        return new SealedContent(targets, c.checks(), c.failureRule(), c.order(), c.sheets());
    }

    private static SealedContent with(SealedContent c, int index, Sheet sheet) {
        List<Sheet> sheets = new ArrayList<>(c.sheets());
        sheets.set(index, sheet);
        return new SealedContent(c.targets(), c.checks(), c.failureRule(), c.order(), sheets);
    }
}
