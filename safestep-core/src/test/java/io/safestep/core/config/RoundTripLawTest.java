package io.safestep.core.config;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.fail;

import io.safestep.core.platform.ShippedProfiles;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;

/** Law 1 on generated configurations. {@code -Dsafestep.cases=N} tries more of them. */
class RoundTripLawTest {

    private static final int CASES = Integer.getInteger("safestep.cases", 6_000);
    private static final long FIRST_SEED = Long.getLong("safestep.seed", 1L);

    private final ConfigEngine engine =
            new ConfigEngine(ShippedProfiles.corvane().language());

    @Test
    void scriptLeadsToTheOutcomeAndUndoLeadsBack() {
        always("law 1", pair -> {
            ConfigTree before = engine.read(pair.before());
            ConfigTree after = engine.read(pair.after());
            Script script = engine.derive(before, after);
            Script undo = engine.derive(after, before);
            return engine.same(engine.apply(before, script), after)
                    && engine.same(engine.apply(after, undo), before)
                    && engine.prove(before, after, script, undo).proven();
        });
    }

    @Test
    void scriptIsEmptyExactlyWhenNothingDiffers() {
        always("empty script", pair -> {
            ConfigTree before = engine.read(pair.before());
            ConfigTree after = engine.read(pair.after());
            return engine.derive(before, after).isEmpty() == engine.same(before, after)
                    && engine.derive(before, before).isEmpty();
        });
    }

    @Test
    void orderOfUnorderedLinesDoesNotMatter() {
        always("order of top-level lines", pair -> {
            ConfigTree before = engine.read(pair.before());
            List<ConfigLine> shuffled = new ArrayList<>(before.lines());
            Collections.shuffle(shuffled, new Random(7));
            return engine.same(before, new ConfigTree(shuffled));
        });
    }

    @Test
    void whatIsWrittenReadsTheSame() {
        always("write and read", pair -> {
            ConfigTree tree = engine.read(pair.after());
            return engine.write(engine.read(engine.write(tree))).equals(engine.write(tree));
        });
    }

    @Test
    void wayBackFromAnyPartOfThePushLeadsToTheStart() {
        always("way back from the middle", pair -> {
            ConfigTree before = engine.read(pair.before());
            Script script = engine.derive(before, engine.read(pair.after()));
            int sent = Math.floorMod(pair.after().hashCode(), script.lines().size() + 1);
            ConfigTree middle = engine.apply(before, new Script(script.lines().subList(0, sent)));
            ConfigTree target = engine.wayBackTarget(middle, before, script);
            return engine.same(engine.apply(middle, engine.derive(middle, target)), before);
        });
    }

    @Test
    void everyRowOfADifferenceIsInOneOfTheConfigurations() {
        always("rows", pair -> {
            ConfigTree before = engine.read(pair.before());
            ConfigTree after = engine.read(pair.after());
            List<DifferenceRow> rows = engine.rows(before, after);
            long left = rows.stream().filter(r -> r.before() != null).count();
            long right = rows.stream().filter(r -> r.after() != null).count();
            boolean marked = rows.stream().anyMatch(r -> r.kind() != DifferenceRow.Kind.SAME);
            return left == pair.before().lines().count()
                    && right == pair.after().lines().count()
                    && marked == !engine.same(before, after);
        });
    }

    @Test
    void aBrokenLawIsCutDownToAFewLines() {
        GeneratedConfigs.Pair pair = new GeneratedConfigs.Pair("hostname a\nroute 10.77.0.0/24 via 10.77.0.1\n", "");
        GeneratedConfigs.Pair small =
                GeneratedConfigs.cutDown(pair, p -> p.before().contains("route"));
        assertThat(small.before()).isEqualTo("route 10.77.0.0/24 via 10.77.0.1\n");
    }

    private void always(String law, Predicate<GeneratedConfigs.Pair> holds) {
        for (long seed = FIRST_SEED; seed < FIRST_SEED + CASES; seed++) {
            GeneratedConfigs.Pair pair = GeneratedConfigs.pair(seed);
            if (broken(pair, holds)) {
                GeneratedConfigs.Pair small = GeneratedConfigs.cutDown(pair, p -> broken(p, holds));
                fail("%s is broken, seed %d, cut down to:%n%s".formatted(law, seed, small));
            }
        }
    }

    private static boolean broken(GeneratedConfigs.Pair pair, Predicate<GeneratedConfigs.Pair> holds) {
        try {
            return !holds.test(pair);
        } catch (ScriptRefusedException e) {
            return true;
        }
    }
}
