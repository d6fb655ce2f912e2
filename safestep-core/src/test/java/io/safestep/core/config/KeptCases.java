package io.safestep.core.config;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * Pairs of configurations that once broke a law, or are known to be hard. Each is a file in {@code
 * src/test/resources/round-trip}, named after its platform: the configuration before, a line of dashes, the one after. A new
 * failing case is written to {@code target/failing-cases}; move it there to have it looked at for ever.
 */
final class KeptCases {

    private static final Path EXAMPLES = Path.of("src/test/resources/round-trip");
    private static final Path FAILING = Path.of("target/failing-cases");
    private static final String BETWEEN = "\n----------\n";

    private final String platform;
    private final ConfigEngine engine;

    KeptCases(String platform, ConfigEngine engine) {
        this.platform = platform;
        this.engine = engine;
    }

    /** By the name of the file. */
    Map<String, GeneratedConfigs.Pair> all() {
        Map<String, GeneratedConfigs.Pair> cases = new TreeMap<>();
        try (Stream<Path> files = Files.list(EXAMPLES)) {
            for (Path file : files.filter(f -> f.getFileName().toString().startsWith(platform + "-"))
                    .toList()) {
                String[] texts = Files.readString(file).split(BETWEEN, 2);
                cases.put(
                        file.getFileName().toString(),
                        new GeneratedConfigs.Pair(engine.read(texts[0]), engine.read(texts[1])));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return cases;
    }

    /** @return where the case was written to */
    Path keep(String name, GeneratedConfigs.Pair pair) {
        try {
            Files.createDirectories(FAILING);
            Path file = FAILING.resolve(platform + "-" + name.replaceAll("[^a-z0-9]+", "-") + ".txt");
            return Files.writeString(
                    file, engine.write(pair.before()) + BETWEEN.strip() + "\n" + engine.write(pair.after()));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
