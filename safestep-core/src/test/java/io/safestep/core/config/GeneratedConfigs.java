package io.safestep.core.config;

import io.safestep.core.config.script.Script;
import io.safestep.core.config.tree.Above;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.FormSamples;
import io.safestep.core.platform.form.Mentions;
import io.safestep.core.platform.language.Language;
import io.safestep.core.platform.language.LineMeaning;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.function.Predicate;

/** Pairs of configurations of one language, made from a seed and the forms of its profile; the second grew out of the first. */
public final class GeneratedConfigs {

    private static final int MOST_DEPTH = 4;

    private final Language language;
    private final ConfigEngine engine;
    private final FormSamples samples;

    public GeneratedConfigs(Language language) {
        this.language = language;
        this.engine = new ConfigEngine(language);
        this.samples = new FormSamples(language);
    }

    /** Both as the engine reads them from the text that it writes. */
    public record Pair(ConfigTree before, ConfigTree after) {}

    Pair pair(long seed) {
        Random random = new Random(seed);
        ConfigTree before = read(new ConfigTree(lines("", 0, 2 + random.nextInt(6), random)));
        return new Pair(before, read(new ConfigTree(mutated("", 0, false, before.lines(), random))));
    }

    /** A pair in which nothing speaks of what is not there, and nothing is taken twice. */
    Pair soundPair(long seed) {
        return soundPair(seed, new ConfigTree(List.of()), Set.of());
    }

    /**
     * The same, for a device of which some lines have to stay.
     *
     * @param device what the device holds
     * @param kept first words of the lines at the top level that stay as the device holds them
     */
    public Pair soundPair(long seed, ConfigTree device, Set<String> kept) {
        Pair pair = pair(seed);
        return new Pair(
                read(sound(withKept(pair.before(), device, kept))), read(sound(withKept(pair.after(), device, kept))));
    }

    private static ConfigTree withKept(ConfigTree generated, ConfigTree device, Set<String> kept) {
        Predicate<ConfigLine> stays = line -> kept.contains(line.text().split(" ")[0]);
        List<ConfigLine> lines = new ArrayList<>();
        device.lines().stream().filter(stays).forEach(lines::add);
        generated.lines().stream().filter(stays.negate()).forEach(lines::add);
        return new ConfigTree(lines);
    }

    private ConfigTree read(ConfigTree tree) {
        return engine.read(engine.write(tree));
    }

    public String text(Pair pair) {
        return "--- before\n" + lineText(pair.before()) + "--- after\n" + lineText(pair.after());
    }

    private String lineText(ConfigTree tree) {
        return engine.text(Script.writing(tree.lines()));
    }

    private List<ConfigLine> lines(String block, int depth, int count, Random random) {
        Map<String, ConfigLine> lines = new LinkedHashMap<>();
        for (int i = 0; i < count; i++) {
            ConfigLine line = line(block, depth, random);
            if (line != null) {
                lines.putIfAbsent(line.key(), line);
            }
        }
        return new ArrayList<>(lines.values());
    }

    private ConfigLine line(String block, int depth, Random random) {
        String text = samples.line(block, random);
        if (text == null) {
            return null;
        }
        LineMeaning meaning = language.meaning(block, text);
        List<ConfigLine> beneath = List.of();
        if (meaning.holdsText()) {
            beneath = textLines(random);
        } else if (meaning.opensBlock() && depth < MOST_DEPTH) {
            beneath = lines(meaning.blockBeneath(), depth + 1, random.nextInt(5), random);
        }
        return new ConfigLine(meaning, 0, beneath);
    }

    private List<ConfigLine> textLines(Random random) {
        List<ConfigLine> text = new ArrayList<>();
        for (int i = random.nextInt(3); i >= 0; i--) {
            text.add(new ConfigLine(language.verbatim(FormSamples.text(random)), 0, List.of()));
        }
        return text;
    }

    private List<ConfigLine> mutated(String block, int depth, boolean ordered, List<ConfigLine> before, Random random) {
        Map<String, ConfigLine> after = new LinkedHashMap<>();
        for (ConfigLine line : before) {
            if (random.nextInt(6) > 0) {
                after.put(line.key(), line.withChildren(beneath(depth, line, random)));
            }
        }
        for (int i = random.nextInt(3); i > 0; i--) {
            ConfigLine line = line(block, depth, random);
            if (line != null) {
                after.put(line.key(), line);
            }
        }
        List<ConfigLine> lines = new ArrayList<>(after.values());
        if (ordered && lines.size() > 1 && random.nextBoolean()) {
            lines.add(random.nextInt(lines.size()), lines.remove(lines.size() - 1));
        }
        return lines;
    }

    private List<ConfigLine> beneath(int depth, ConfigLine line, Random random) {
        if (line.meaning().holdsText()) {
            return random.nextInt(3) == 0 ? textLines(random) : line.children();
        }
        boolean grows = line.meaning().opensBlock() && depth < MOST_DEPTH;
        return grows
                ? mutated(
                        line.meaning().blockBeneath(), depth + 1, line.meaning().ordered(), line.children(), random)
                : line.children();
    }

    /** Leaves out what speaks of something that is not there, until nothing does. */
    private ConfigTree sound(ConfigTree tree) {
        ConfigTree sound = new ConfigTree(withoutTwice("", List.of(), tree.lines(), new HashSet<>()));
        while (true) {
            Set<String> defined = new HashSet<>();
            collect("", List.of(), sound.lines(), mentions -> defined.addAll(mentions.defines()));
            ConfigTree next = new ConfigTree(referring("", List.of(), sound.lines(), defined));
            if (engine.same(next, sound)) {
                return next;
            }
            sound = next;
        }
    }

    void collect(String block, List<String> above, List<ConfigLine> lines, Predicate<Mentions> into) {
        for (ConfigLine line : lines) {
            into.test(language.mentions(block, line.text(), above));
            collect(line.meaning().blockBeneath(), Above.with(above, line), line.children(), into);
        }
    }

    private List<ConfigLine> withoutTwice(String block, List<String> above, List<ConfigLine> lines, Set<String> taken) {
        List<ConfigLine> kept = new ArrayList<>();
        for (ConfigLine line : lines) {
            if (language.mentions(block, line.text(), above).takes().stream().allMatch(taken::add)) {
                kept.add(line.withChildren(
                        withoutTwice(line.meaning().blockBeneath(), Above.with(above, line), line.children(), taken)));
            }
        }
        return kept;
    }

    private List<ConfigLine> referring(String block, List<String> above, List<ConfigLine> lines, Set<String> defined) {
        List<ConfigLine> kept = new ArrayList<>();
        for (ConfigLine line : lines) {
            if (defined.containsAll(language.mentions(block, line.text(), above).refers())) {
                kept.add(line.withChildren(
                        referring(line.meaning().blockBeneath(), Above.with(above, line), line.children(), defined)));
            }
        }
        return kept;
    }

    /** Takes lines away from both sides as long as the pair still fails, so that a person can read what is left. */
    Pair cutDown(Pair pair, Predicate<Pair> fails) {
        Pair smallest = pair;
        boolean smaller = true;
        while (smaller) {
            smaller = false;
            for (Pair candidate : shorter(smallest)) {
                if (fails.test(candidate)) {
                    smallest = candidate;
                    smaller = true;
                    break;
                }
            }
        }
        return smallest;
    }

    private List<Pair> shorter(Pair pair) {
        List<Pair> pairs = new ArrayList<>();
        withoutOne(pair.before().lines())
                .forEach(lines -> pairs.add(new Pair(read(new ConfigTree(lines)), pair.after())));
        withoutOne(pair.after().lines())
                .forEach(lines -> pairs.add(new Pair(pair.before(), read(new ConfigTree(lines)))));
        return pairs;
    }

    /** Every way to leave out one line with what stands beneath it, whole blocks first. */
    private static List<List<ConfigLine>> withoutOne(List<ConfigLine> lines) {
        List<List<ConfigLine>> shorter = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            List<ConfigLine> rest = new ArrayList<>(lines);
            rest.remove(i);
            shorter.add(rest);
        }
        for (int i = 0; i < lines.size(); i++) {
            ConfigLine line = lines.get(i);
            for (List<ConfigLine> beneath : withoutOne(line.children())) {
                List<ConfigLine> rest = new ArrayList<>(lines);
                rest.set(i, line.withChildren(beneath));
                shorter.add(rest);
            }
        }
        return shorter;
    }
}
