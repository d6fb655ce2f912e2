package io.safestep.core.alike;

import io.safestep.core.platform.language.Language;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/**
 * Finds blocks that were pasted for several devices and adapted for all but some: in every value in which the other
 * devices all differ from each other, two are the same. Two or three devices tell nothing, and a value that several others
 * share is none that has to be adapted.
 */
public final class UnchangedCopies {

    private static final int FEWEST_DEVICES = 4;

    private final AlikeLines alike;

    public UnchangedCopies(Language language) {
        this.alike = new AlikeLines(language);
    }

    /**
     * A block on one device that is the same as on another.
     *
     * @param opening the line that opens the block, on this device
     * @param values the values that the other devices have each for themselves, in the order of the block
     */
    public record Copy(String device, String as, String opening, List<String> values) {

        /** For people; without the values, of which one may be a secret. */
        public String sentence() {
            return "What is written under \"" + opening + "\" is the same as for " + as
                    + ", where each of the other devices has values of its own. Is it an unchanged copy?";
        }
    }

    /** @param linesByDevice lines as engineers write them, for devices of one platform */
    public List<Copy> among(Map<String, String> linesByDevice) {
        Map<String, Map<String, String>> blocks = new LinkedHashMap<>();
        linesByDevice.forEach((device, lines) -> blocks(lines)
                .forEach((place, block) -> blocks.computeIfAbsent(place, p -> new LinkedHashMap<>())
                        .put(device, block)));
        List<Copy> copies = new ArrayList<>();
        for (Map<String, String> byDevice : blocks.values()) {
            for (CommonText common : alike.group(byDevice)) {
                if (common.devices().size() >= FEWEST_DEVICES) {
                    copies.addAll(copies(common, byDevice));
                }
            }
        }
        return copies;
    }

    /** Blocks of more than one line, by their first word and how many with it came before. */
    private static Map<String, String> blocks(String lines) {
        Map<String, String> blocks = new LinkedHashMap<>();
        Map<String, Integer> seen = new LinkedHashMap<>();
        String place = null;
        for (String line : lines.lines().filter(l -> !l.isBlank()).toList()) {
            if (!line.startsWith(" ") || place == null) {
                String word = line.strip().split("\\s")[0];
                place = word + " " + seen.merge(word, 1, Integer::sum);
            }
            blocks.merge(place, line + "\n", String::concat);
        }
        blocks.values().removeIf(block -> block.lines().count() < 2);
        return blocks;
    }

    private static List<Copy> copies(CommonText common, Map<String, String> byDevice) {
        List<CommonText.Variable> own =
                common.variables().stream().filter(v -> isOwn(v.values())).toList();
        if (own.isEmpty()) {
            return List.of();
        }
        List<Copy> copies = new ArrayList<>();
        Map<List<String>, String> first = new LinkedHashMap<>();
        for (int i = 0; i < common.devices().size(); i++) {
            int at = i;
            String device = common.devices().get(i);
            List<String> values = own.stream().map(v -> v.values().get(at)).toList();
            String earlier = first.putIfAbsent(values, device);
            if (earlier != null) {
                String opening = Objects.requireNonNull(byDevice.get(device))
                        .lines()
                        .findFirst()
                        .orElseThrow();
                copies.add(new Copy(device, earlier, opening.strip(), values));
            }
        }
        return copies;
    }

    /** Whether every device has its own value, but for one that two of them share. */
    private static boolean isOwn(List<String> values) {
        Set<String> different = new HashSet<>(values);
        return values.size() - different.size() <= 1 && different.size() >= FEWEST_DEVICES - 1;
    }
}
