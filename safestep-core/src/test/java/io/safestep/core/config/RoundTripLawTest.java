package io.safestep.core.config;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.fail;

import io.safestep.core.config.compare.DifferenceRow;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.script.ScriptRefusedException;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.core.platform.text.Format;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.function.LongFunction;
import java.util.function.Predicate;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Law 1 and its neighbours on generated configurations of every shipped platform. {@code -Dsafestep.cases=N} tries more of
 * them, {@code -Dsafestep.seed=N} begins elsewhere.
 */
class RoundTripLawTest {

    private static final int CASES = Integer.getInteger("safestep.cases", 2_000);
    private static final long FIRST_SEED = Long.getLong("safestep.seed", 1L);

    static List<Family> families() {
        return ShippedProfiles.all().stream().map(Family::new).toList();
    }

    /** A platform with an engine and a source of cases for it. */
    static final class Family {
        final PlatformProfile profile;
        final ConfigEngine engine;
        final GeneratedConfigs generated;

        Family(PlatformProfile profile) {
            this.profile = profile;
            engine = new ConfigEngine(profile.language());
            generated = new GeneratedConfigs(profile.language());
        }

        /** A device that drops what refers to something that is not there never shows it. */
        GeneratedConfigs.Pair pair(long seed) {
            return profile.language().movesLines() ? generated.soundPair(seed) : generated.pair(seed);
        }

        void always(String law, LongFunction<GeneratedConfigs.Pair> source, Predicate<GeneratedConfigs.Pair> holds) {
            new KeptCases(profile.name(), engine).all().forEach((name, pair) -> {
                if (broken(pair, holds)) {
                    fail("%s is broken for the kept case %s:%n%s".formatted(law, name, generated.text(pair)));
                }
            });
            for (long seed = FIRST_SEED; seed < FIRST_SEED + CASES; seed++) {
                GeneratedConfigs.Pair pair = source.apply(seed);
                if (broken(pair, holds)) {
                    GeneratedConfigs.Pair small = generated.cutDown(pair, p -> broken(p, holds));
                    Path kept = new KeptCases(profile.name(), engine).keep(law + " seed " + seed, small);
                    fail("%s is broken for %s, seed %d, cut down to the case in %s:%n%s"
                            .formatted(law, profile.name(), seed, kept, generated.text(small)));
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

        @Override
        public String toString() {
            return profile.name();
        }
    }

    @ParameterizedTest
    @MethodSource("families")
    void scriptLeadsToTheOutcomeAndUndoLeadsBack(Family family) {
        ConfigEngine engine = family.engine;
        family.always("law 1", family::pair, pair -> {
            Script script = engine.derive(pair.before(), pair.after());
            Script undo = engine.derive(engine.asShown(pair.after()), pair.before());
            Script sent = engine.readScript(engine.text(script));
            return engine.same(engine.apply(pair.before(), sent), pair.after())
                    && engine.same(engine.apply(engine.asShown(pair.after()), undo), pair.before())
                    && sent.equals(script)
                    && engine.derive(pair.before(), pair.before()).isEmpty()
                    && script.isEmpty() == engine.same(pair.before(), pair.after());
        });
    }

    /** What the engine builds from the commands of a person is proven, or says which line it can't write back. */
    @ParameterizedTest
    @MethodSource("families")
    void theProofIsTrue(Family family) {
        ConfigEngine engine = family.engine;
        family.always("proof", family::pair, pair -> {
            ConfigTree baseline = engine.asShown(pair.before());
            DeviceBuild build = engine.build(baseline, engine.text(engine.derive(baseline, pair.after())));
            boolean back =
                    engine.same(engine.asShown(engine.apply(engine.asShown(build.outcome()), build.undo())), baseline);
            return engine.same(build.outcome(), pair.after())
                    && engine.text(build.undo()).equals(engine.text(engine.derive(build.outcome(), baseline)))
                    && (build.proof().proven()
                            ? back
                            : !build.proof().obstacles().isEmpty());
        });
    }

    @ParameterizedTest
    @MethodSource("families")
    void theOrderOfUnorderedLinesDoesNotMatter(Family family) {
        ConfigEngine engine = family.engine;
        family.always("order of unordered lines", family::pair, pair -> {
            Random random = new Random(7);
            ConfigTree before = new ConfigTree(shuffled(false, pair.before().lines(), random));
            ConfigTree after = new ConfigTree(shuffled(false, pair.after().lines(), random));
            return engine.same(before, pair.before())
                    && engine.text(engine.derive(before, after))
                            .equals(engine.text(engine.derive(pair.before(), pair.after())));
        });
    }

    private static List<ConfigLine> shuffled(boolean ordered, List<ConfigLine> lines, Random random) {
        List<ConfigLine> shuffled = new ArrayList<>();
        for (ConfigLine line : lines) {
            boolean keeps = line.meaning().ordered() || line.meaning().holdsText();
            shuffled.add(line.withChildren(shuffled(keeps, line.children(), random)));
        }
        if (!ordered) {
            Collections.shuffle(shuffled, random);
        }
        return shuffled;
    }

    @ParameterizedTest
    @MethodSource("families")
    void whatIsWrittenReadsTheSame(Family family) {
        ConfigEngine engine = family.engine;
        family.always("write and read", family::pair, pair -> {
            String text = engine.write(pair.after());
            ConfigTree again = engine.read(text);
            return engine.same(again, pair.after()) && engine.write(again).equals(text);
        });
    }

    @ParameterizedTest
    @MethodSource("families")
    void theWayBackFromAnyPartOfThePushLeadsToTheStart(Family family) {
        ConfigEngine engine = family.engine;
        family.always("way back from the middle", family::pair, pair -> {
            Script script = engine.derive(pair.before(), pair.after());
            int sent =
                    Math.floorMod(engine.text(script).hashCode(), script.lines().size() + 1);
            while (sent < script.lines().size() && script.lines().get(sent).verbatim()) {
                sent++; // a text is taken whole or not at all
            }
            ConfigTree middle =
                    engine.apply(pair.before(), new Script(script.lines().subList(0, sent)));
            ConfigTree target = engine.wayBackTarget(middle, pair.before(), script);
            return engine.same(engine.apply(middle, engine.derive(middle, target)), pair.before());
        });
    }

    @ParameterizedTest
    @MethodSource("families")
    void everyLineIsInTheDifferenceOnce(Family family) {
        ConfigEngine engine = family.engine;
        family.always("rows", family::pair, pair -> {
            List<DifferenceRow> rows = engine.rows(pair.before(), pair.after());
            long left = rows.stream().filter(r -> r.before() != null).count();
            long right = rows.stream().filter(r -> r.after() != null).count();
            boolean marked = rows.stream().anyMatch(r -> r.kind() != DifferenceRow.Kind.SAME);
            return left == count(pair.before().lines())
                    && right == count(pair.after().lines())
                    && marked == !engine.same(pair.before(), pair.after());
        });
    }

    private static long count(List<ConfigLine> lines) {
        return lines.size() + lines.stream().mapToLong(l -> count(l.children())).sum();
    }

    /** On a device whose lines take effect one by one nothing may dangle between two of them. */
    @ParameterizedTest
    @MethodSource("families")
    void nothingDanglesWhileAScriptIsSent(Family family) {
        if (family.profile.language().format() == Format.XML) {
            return; // one edit-config takes effect as a whole
        }
        ConfigEngine engine = family.engine;
        family.always("workable order", family.generated::soundPair, pair -> {
            if (!dangling(family, pair.before()).isEmpty()
                    || !dangling(family, pair.after()).isEmpty()) {
                return true; // cutting down has left something that speaks of what is not there
            }
            Script script = engine.derive(pair.before(), pair.after());
            for (int sent = 1; sent <= script.lines().size(); sent++) {
                if (sent < script.lines().size() && script.lines().get(sent).verbatim()) {
                    continue;
                }
                Script part = new Script(script.lines().subList(0, sent));
                if (!dangling(family, engine.apply(pair.before(), part)).isEmpty()) {
                    return false;
                }
            }
            return true;
        });
    }

    private static Set<String> dangling(Family family, ConfigTree tree) {
        Set<String> defined = new HashSet<>();
        Set<String> referred = new HashSet<>();
        Set<String> taken = new HashSet<>();
        Set<String> twice = new HashSet<>();
        family.generated.collect("", List.of(), tree.lines(), mentions -> {
            defined.addAll(mentions.defines());
            referred.addAll(mentions.refers());
            mentions.takes().stream().filter(t -> !taken.add(t)).forEach(twice::add);
            return true;
        });
        referred.removeAll(defined);
        referred.addAll(twice);
        return referred;
    }

    @ParameterizedTest
    @MethodSource("families")
    void aBrokenLawIsCutDownToAFewLines(Family family) {
        Predicate<GeneratedConfigs.Pair> fails = pair -> pair.before().lines().size() > 1;
        for (long seed = 1; seed < 50; seed++) {
            GeneratedConfigs.Pair pair = family.generated.pair(seed);
            if (fails.test(pair)) {
                GeneratedConfigs.Pair small = family.generated.cutDown(pair, fails);
                assertThat(small.before().lines()).hasSize(2);
                assertThat(small.after().lines()).isEmpty();
            }
        }
    }
}
