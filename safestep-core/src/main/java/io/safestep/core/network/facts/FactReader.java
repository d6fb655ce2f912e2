package io.safestep.core.network.facts;

import io.safestep.core.config.ConfigLine;
import io.safestep.core.config.ConfigTree;
import io.safestep.core.platform.FactName;
import io.safestep.core.platform.Language;
import io.safestep.core.platform.NetworkLanguage;
import io.safestep.core.platform.NetworkRule;
import io.safestep.core.platform.PlatformProfile;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Draws from a configuration what it says about the network, by the rules of its platform profile. The front door of
 * this package.
 */
public final class FactReader {

    private static final Pattern NAME = Pattern.compile("\\{([a-z-]+)}");

    private final Language language;
    private final NetworkLanguage network;
    private final Map<List<NetworkRule>, RuleIndex> indexes = new HashMap<>();

    public FactReader(PlatformProfile profile) {
        this.language = profile.language();
        this.network = profile.network();
        index(network.rules());
    }

    private void index(List<NetworkRule> rules) {
        if (!indexes.containsKey(rules)) {
            indexes.put(rules, new RuleIndex(rules));
            rules.forEach(rule -> index(rule.within()));
        }
    }

    /** Rules by their first word, so that not every rule is tried on every line. */
    private static final class RuleIndex {
        private final Map<String, List<NetworkRule>> byWord = new HashMap<>();
        private final List<NetworkRule> any = new ArrayList<>();

        RuleIndex(List<NetworkRule> rules) {
            for (NetworkRule rule : rules) {
                String word = rule.line().firstWordOrNull();
                (word == null ? any : byWord.computeIfAbsent(word, w -> new ArrayList<>())).add(rule);
            }
        }

        Optional<Map.Entry<NetworkRule, Map<String, String>>> find(String[] words) {
            for (List<NetworkRule> rules : List.of(byWord.getOrDefault(words[0], List.of()), any)) {
                for (NetworkRule rule : rules) {
                    Optional<Map<String, String>> named = rule.line().match(words);
                    if (named.isPresent()) {
                        return Optional.of(Map.entry(rule, named.get()));
                    }
                }
            }
            return Optional.empty();
        }
    }

    /** What is known while lines are read, at one depth. */
    private record Place(
            List<NetworkRule> rules, String block, String path, Map<String, String> words, Map<String, String> about) {}

    /** One reading of one configuration. */
    private static final class Reading {
        final Map<List<String>, FactObject> objects = new LinkedHashMap<>();
        final List<UnmodelledLine> unmodelled = new ArrayList<>();
    }

    /**
     * @param device the name of the device in the network
     * @param configuration its configuration, read in the language of the same profile
     */
    public DeviceFacts read(String device, ConfigTree configuration) {
        Reading reading = new Reading();
        Place top = new Place(network.rules(), "", "", Map.of(), Map.of());
        configuration.lines().forEach(line -> read(line, top, reading));
        return new FactAssembly(device, network, List.copyOf(reading.objects.values()), reading.unmodelled).assemble();
    }

    private void read(ConfigLine line, Place place, Reading reading) {
        String path = (place.path.isEmpty() ? "" : place.path + " › ") + language.masked(place.block, line.text());
        String block = line.meaning().blockBeneath();
        var found = indexes.get(place.rules).find(line.text().split(" +"));
        if (found.isEmpty()) {
            reading.unmodelled.add(
                    new UnmodelledLine(line.number(), path, "The profile says nothing about this line."));
            beneath(line, new Place(List.of(), block, path, Map.of(), Map.of()), reading);
            return;
        }
        NetworkRule rule = found.get().getKey();
        Map<String, String> words = new HashMap<>(place.words);
        words.putAll(found.get().getValue());
        Map<String, String> about = new HashMap<>(place.about);
        rule.about().forEach((kind, name) -> {
            String filled = name.equals(NetworkRule.EACH) ? "line " + line.number() : fill(name, words);
            object(reading, kind, filled, place.about, line.number(), path);
            about.put(kind, filled);
        });
        for (Map.Entry<FactName, String> entry : rule.sets().entrySet()) {
            FactName fact = entry.getKey();
            Map<String, String> around = new HashMap<>(about);
            around.remove(fact.object());
            object(reading, fact.object(), about.getOrDefault(fact.object(), ""), around, line.number(), path)
                    .say(fact, fill(entry.getValue(), words), line.number(), path);
        }
        if (!rule.ignoredBeneath()) {
            beneath(line, new Place(rule.within(), block, path, words, about), reading);
        }
    }

    private void beneath(ConfigLine line, Place place, Reading reading) {
        line.children().forEach(child -> read(child, place, reading));
    }

    private static FactObject object(
            Reading reading, String kind, String name, Map<String, String> around, int line, String path) {
        List<String> identity = identity(kind, name, around);
        return reading.objects.computeIfAbsent(identity, i -> new FactObject(kind, name, around, line, path));
    }

    /** Virtual routers and rules belong to what stands around them; everything else has its name for itself. */
    private static List<String> identity(String kind, String name, Map<String, String> around) {
        String owner = switch (kind) {
            case "vrrp" -> around.getOrDefault("interface", "");
            case "rule" -> around.getOrDefault("filter", "");
            case "prefix-rule" -> around.getOrDefault("prefix-list", "");
            default -> "";
        };
        return List.of(kind, owner, name);
    }

    private static String fill(String template, Map<String, String> words) {
        if (template.indexOf('{') < 0) {
            return template;
        }
        Matcher matcher = NAME.matcher(template);
        return matcher.replaceAll(m -> Matcher.quoteReplacement(words.getOrDefault(m.group(1), "")));
    }
}
