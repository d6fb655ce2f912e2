package io.safestep.core.network.facts;

import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.language.Language;
import io.safestep.core.platform.network.FactName;
import io.safestep.core.platform.network.NetworkLanguage;
import io.safestep.core.platform.network.NetworkRule;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Draws from a configuration what it says about the network, by the rules of its platform profile. The front door of
 * this package.
 */
public final class FactReader {

    private final Language language;
    private final NetworkLanguage network;
    private final RuleIndex top;

    public FactReader(PlatformProfile profile) {
        this.language = profile.language();
        this.network = profile.network();
        this.top = RuleIndex.of(network.rules());
    }

    /** Rules by their first word, so that not every rule is tried on every line. */
    private static final class RuleIndex {
        private static final RuleIndex NONE = new RuleIndex();

        private final Map<String, List<Entry>> byWord = new HashMap<>();
        private final List<Entry> any = new ArrayList<>();

        /**
         * @param kinds the kinds of objects about which such a line, or one beneath it, may say something
         * @param within the rules for what stands beneath
         */
        private record Entry(NetworkRule rule, Set<String> kinds, RuleIndex within) {}

        private record Found(Entry entry, Map<String, String> named) {}

        static RuleIndex of(List<NetworkRule> rules) {
            if (rules.isEmpty()) {
                return NONE;
            }
            RuleIndex index = new RuleIndex();
            for (NetworkRule rule : rules) {
                String word = rule.line().firstWordOrNull();
                (word == null ? index.any : index.byWord.computeIfAbsent(word, w -> new ArrayList<>()))
                        .add(new Entry(rule, kinds(rule), of(rule.within())));
            }
            return index;
        }

        private static Set<String> kinds(NetworkRule rule) {
            Set<String> kinds = new HashSet<>(rule.about().keySet());
            rule.sets().keySet().forEach(fact -> kinds.add(fact.object()));
            rule.within().forEach(beneath -> kinds.addAll(kinds(beneath)));
            return kinds;
        }

        /** Null when no rule speaks of such a line. */
        @Nullable
        Found find(String[] words) {
            Found found = find(byWord.getOrDefault(words[0], List.of()), words);
            return found == null ? find(any, words) : found;
        }

        private static @Nullable Found find(List<Entry> entries, String[] words) {
            for (Entry entry : entries) {
                Optional<Map<String, String>> named = entry.rule().line().match(words);
                if (named.isPresent()) {
                    return new Found(entry, named.get());
                }
            }
            return null;
        }
    }

    /**
     * What is known while lines are read, at one depth.
     *
     * @param above the line above and those above it; null at the top
     * @param words named words of the lines above
     * @param about the objects of which the lines above speak: kind to name
     */
    private record Place(
            RuleIndex rules,
            String block,
            @Nullable Trail above,
            Map<String, String> words,
            Map<String, String> about) {}

    /** What tells one thing from another. */
    private record Identity(String kind, String owner, String name) {}

    /** One reading of one configuration. */
    private static final class Reading {
        final Map<Identity, FactObject> objects = new LinkedHashMap<>();
        final List<UnmodelledLine> unmodelled = new ArrayList<>();
        private final Set<String> kinds;

        /** @param kinds of objects about which something is to be known; empty for all */
        Reading(Set<String> kinds) {
            this.kinds = kinds;
        }

        boolean passesOver(RuleIndex.Entry entry) {
            return !kinds.isEmpty() && Collections.disjoint(entry.kinds(), kinds);
        }

        List<FactObject> all() {
            return List.copyOf(objects.values());
        }
    }

    /**
     * @param device the name of the device in the network
     * @param configuration its configuration, read in the language of the same profile
     */
    public DeviceFacts read(String device, ConfigTree configuration) {
        Reading reading = reading(configuration, Set.of());
        return new FactAssembly(device, network, reading.all(), reading.unmodelled).assemble();
    }

    /**
     * What it says about interfaces alone, for somebody who needs nothing else of many devices: the same as in {@link
     * #read}, at a fraction of the work.
     *
     * @return by name, in the order of the configuration
     */
    public Map<String, InterfaceFacts> interfaces(ConfigTree configuration) {
        Reading reading = reading(configuration, InterfaceAssembly.KINDS);
        return new InterfaceAssembly(new FactValues(network, reading.all(), reading.unmodelled)).interfaces();
    }

    /**
     * The lines of the blocks that speak about an object, with all beneath them, whether the model understands them or not.
     *
     * @param kind of objects, such as {@code interface}
     * @return by the names of the objects
     */
    public Map<String, String> blocks(ConfigTree configuration, String kind) {
        Map<String, StringBuilder> blocks = new LinkedHashMap<>();
        configuration.lines().forEach(line -> block(line, top, Map.of(), kind, blocks));
        Map<String, String> texts = new LinkedHashMap<>();
        blocks.forEach((name, text) -> texts.put(name, text.toString()));
        return texts;
    }

    private static void block(
            ConfigLine line,
            RuleIndex rules,
            Map<String, String> words,
            String kind,
            Map<String, StringBuilder> blocks) {
        RuleIndex.Found found = rules.find(words(line.text()));
        if (found == null) {
            return;
        }
        Map<String, String> all = together(words, found.named());
        String name = found.entry().rule().about().get(kind);
        if (name == null) {
            line.children().forEach(child -> block(child, found.entry().within(), all, kind, blocks));
        } else {
            write(line, blocks.computeIfAbsent(fill(name, all), n -> new StringBuilder()));
        }
    }

    private static void write(ConfigLine line, StringBuilder text) {
        text.append(line.text()).append('\n');
        line.children().forEach(child -> write(child, text));
        text.append('\n');
    }

    private Reading reading(ConfigTree configuration, Set<String> kinds) {
        Reading reading = new Reading(kinds);
        Place place = new Place(top, "", null, Map.of(), Map.of());
        configuration.lines().forEach(line -> read(line, place, reading));
        return reading;
    }

    private void read(ConfigLine line, Place place, Reading reading) {
        Trail trail = new Trail(language, place.above, place.block, line);
        String block = line.meaning().blockBeneath();
        RuleIndex.Found found = place.rules.find(words(line.text()));
        if (found == null) {
            reading.unmodelled.add(
                    new UnmodelledLine(line.number(), trail.toString(), "The profile says nothing about this line."));
            beneath(line, new Place(RuleIndex.NONE, block, trail, Map.of(), Map.of()), reading);
            return;
        }
        if (reading.passesOver(found.entry())) {
            return;
        }
        NetworkRule rule = found.entry().rule();
        Map<String, String> words = together(place.words, found.named());
        Map<String, String> about = place.about;
        if (!rule.about().isEmpty()) {
            about = new HashMap<>(place.about);
            for (Map.Entry<String, String> one : rule.about().entrySet()) {
                String filled =
                        one.getValue().equals(NetworkRule.EACH) ? "line " + line.number() : fill(one.getValue(), words);
                object(reading, one.getKey(), filled, place.about, line, trail);
                about.put(one.getKey(), filled);
            }
        }
        for (Map.Entry<FactName, String> entry : rule.sets().entrySet()) {
            FactName fact = entry.getKey();
            object(reading, fact.object(), about.getOrDefault(fact.object(), ""), about, line, trail)
                    .say(fact, fill(entry.getValue(), words), line.number(), trail);
        }
        if (!rule.ignoredBeneath()) {
            beneath(line, new Place(found.entry().within(), block, trail, words, about), reading);
        }
    }

    private void beneath(ConfigLine line, Place place, Reading reading) {
        line.children().forEach(child -> read(child, place, reading));
    }

    private static Map<String, String> together(Map<String, String> above, Map<String, String> own) {
        if (own.isEmpty() || above.isEmpty()) {
            return own.isEmpty() ? above : own;
        }
        Map<String, String> all = new HashMap<>(above);
        all.putAll(own);
        return all;
    }

    /** @param around what stands around it, and perhaps itself: kind to name */
    private static FactObject object(
            Reading reading, String kind, String name, Map<String, String> around, ConfigLine line, Trail trail) {
        Identity identity = new Identity(kind, owner(kind, around), name);
        FactObject known = reading.objects.get(identity);
        if (known == null) {
            known = new FactObject(kind, name, around, line.number(), trail);
            reading.objects.put(identity, known);
        }
        return known;
    }

    /** Virtual routers and rules belong to what stands around them; everything else has its name for itself. */
    private static String owner(String kind, Map<String, String> around) {
        return switch (kind) {
            case "vrrp" -> around.getOrDefault("interface", "");
            case "rule" -> around.getOrDefault("filter", "");
            case "prefix-rule" -> around.getOrDefault("prefix-list", "");
            case "community-rule" -> around.getOrDefault("community-list", "");
            case "route-map-entry" -> around.getOrDefault("route-map", "");
            default -> "";
        };
    }

    /** The words of a line, which stand one blank apart or more. */
    private static String[] words(String line) {
        return line.contains("  ") ? line.split(" +") : line.split(" ");
    }

    /** Puts words in the place of their names in braces. */
    private static String fill(String template, Map<String, String> words) {
        int open = template.indexOf('{');
        if (open < 0) {
            return template;
        }
        StringBuilder filled = new StringBuilder();
        int from = 0;
        while (open >= 0) {
            int close = template.indexOf('}', open);
            filled.append(template, from, open).append(words.getOrDefault(template.substring(open + 1, close), ""));
            from = close + 1;
            open = template.indexOf('{', from);
        }
        return filled.append(template, from, template.length()).toString();
    }
}
