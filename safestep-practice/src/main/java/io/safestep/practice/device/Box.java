package io.safestep.practice.device;

import java.util.Map;
import java.util.Objects;
import java.util.Random;

/**
 * The hardware of a practice device.
 *
 * @param model the maker's name for the kind of box
 * @param serial its serial number, the same at every start
 */
public record Box(String model, String serial) {

    private static final Map<String, String[]> MODELS = Map.of(
            "corvane-cli", new String[] {"T410", "T420", "T480"},
            "haldrin-netconf", new String[] {"BW-12", "BW-24"},
            "ostrel-restconf", new String[] {"Mica-16", "Mica-32"});

    static Box of(String platform, String seed) {
        // The seed is a text and the generator is one whose numbers are the same on every Java platform.
        Random random = new Random(seed.hashCode());
        String[] models = Objects.requireNonNull(MODELS.get(platform));
        String maker = platform.substring(0, 2).toUpperCase(java.util.Locale.ROOT);
        return new Box(
                models[random.nextInt(models.length)],
                maker + "%04d-%06d".formatted(random.nextInt(10_000), random.nextInt(1_000_000)));
    }
}
