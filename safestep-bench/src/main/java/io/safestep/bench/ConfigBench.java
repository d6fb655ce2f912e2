package io.safestep.bench;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.ShippedProfiles;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import org.eclipse.jgit.diff.HistogramDiff;
import org.eclipse.jgit.diff.RawText;
import org.eclipse.jgit.diff.RawTextComparator;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

@Command(
        name = "config",
        description = {
            "Compares long configurations by structure and derives script, undo script and proof.",
            "Yardstick: a plain histogram line diff of the same texts by a general library."
        },
        mixinStandardHelpOptions = true)
final class ConfigBench implements Callable<Integer> {

    /** Of 50,000 lines more than 2,000 differ: some edits fall on the same line. */
    private static final int LINES_FOR_ONE_EDIT = 21;

    /** So many lines are gone through before anything is measured, so that short configurations meet a warm program too. */
    private static final int WARM_UP_LINES = 1_000_000;

    @Option(
            names = "--sizes",
            split = ",",
            defaultValue = "5000,50000,200000",
            description = "Numbers of lines. Default: ${DEFAULT-VALUE}.")
    private List<Integer> sizes;

    @Option(names = "--rounds", defaultValue = "15", description = "Measured rounds. Default: ${DEFAULT-VALUE}.")
    private int rounds;

    @Option(names = "--seed", defaultValue = "1", description = "Of the generated configurations.")
    private long seed;

    private final ConfigEngine engine =
            new ConfigEngine(ShippedProfiles.corvane().language());

    /** What was computed, so that nothing of it can be left out. */
    private long found;

    @Override
    public Integer call() throws Exception {
        System.out.printf(
                "%8s %7s | %10s %10s %6s | %10s %10s %6s | %10s %6s | %8s%n",
                "lines",
                "edits",
                "compare",
                "yardstick",
                "ratio",
                "from text",
                "yardstick",
                "ratio",
                "derive",
                "ratio",
                "ns/line");
        for (int size : sizes) {
            measure(LongConfiguration.of(size, size / LINES_FOR_ONE_EDIT, seed));
        }
        preview();
        return 0;
    }

    private void measure(LongConfiguration texts) throws Exception {
        ConfigTree before = engine.read(texts.before());
        ConfigTree after = engine.read(texts.after());
        DeviceBuild build = engine.build(before, after);
        if (!build.proof().proven()) {
            throw new IllegalStateException(build.proof().obstacles().toString());
        }
        byte[] one = texts.before().getBytes(StandardCharsets.UTF_8);
        byte[] other = texts.after().getBytes(StandardCharsets.UTF_8);
        RawText rawOne = new RawText(one);
        RawText rawOther = new RawText(other);
        int warmUps =
                Math.max(rounds, WARM_UP_LINES / (int) texts.before().lines().count());
        Timing[] timings = Timing.takingTurns(
                warmUps,
                rounds,
                () -> found += engine.compare(before, after).size(),
                () -> found += diff(rawOne, rawOther),
                () -> found += engine.build(before, after).script().lines().size(),
                () -> found += engine.compare(engine.read(texts.before()), engine.read(texts.after()))
                        .size(),
                () -> found += diff(new RawText(one), new RawText(other)));
        Timing compare = timings[0];
        Timing plain = timings[1];
        Timing derive = timings[2];
        Timing fromText = timings[3];
        Timing plainFromText = timings[4];
        long lines = texts.before().lines().count();
        System.out.printf(
                "%8d %7d | %8.2fms %8.2fms %6.2f | %8.2fms %8.2fms %6.2f | %8.2fms %6.2f | %8.0f%n",
                lines,
                diff(rawOne, rawOther),
                compare.median() * 1e3,
                plain.median() * 1e3,
                compare.median() / plain.median(),
                fromText.median() * 1e3,
                plainFromText.median() * 1e3,
                fromText.median() / plainFromText.median(),
                derive.median() * 1e3,
                derive.median() / compare.median(),
                compare.median() / lines * 1e9);
    }

    private static int diff(RawText one, RawText other) {
        return new HistogramDiff().diff(RawTextComparator.DEFAULT, one, other).size();
    }

    /** Everything that a person is shown of a change for 200 devices, from the stored texts. */
    private void preview() throws Exception {
        int devices = 200;
        List<LongConfiguration> texts = new ArrayList<>();
        for (int i = 0; i < devices; i++) {
            texts.add(LongConfiguration.of(2_000, 10, seed + i));
        }
        Timing preview = Timing.of(3, 5, () -> {
            for (LongConfiguration text : texts) {
                DeviceBuild build = engine.build(engine.read(text.before()), engine.read(text.after()));
                found += engine.rows(engine.numbered(build.baseline()), engine.numbered(build.outcome()))
                        .size();
                found += engine.maskedLines(build.script()).size()
                        + engine.maskedLines(build.undo()).size();
            }
        });
        System.out.printf(
                "preview for %d devices of 2,000 lines: median %.2f s, worst %.2f s%n",
                devices, preview.median(), preview.worst());
    }
}
