package io.safestep.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class DescribedPackagesTest {

    /** Each package says in a sentence what it is for. */
    @Test
    void everyPackageSaysWhatItIsFor() throws IOException {
        Set<Path> silent = new TreeSet<>();
        for (Path sources : sources()) {
            try (Stream<Path> files = Files.walk(sources)) {
                files.filter(f -> f.toString().endsWith(".java"))
                        .map(Path::getParent)
                        .filter(folder -> !Files.exists(folder.resolve("package-info.java")))
                        .forEach(silent::add);
            }
        }
        assertThat(silent).as("packages without a package-info.java").isEmpty();
    }

    private static List<Path> sources() throws IOException {
        try (DirectoryStream<Path> modules = Files.newDirectoryStream(Path.of(".."), "safestep-*")) {
            List<Path> found = new ArrayList<>();
            for (Path module : modules) {
                Path main = module.resolve("src/main/java");
                if (Files.isDirectory(main)) {
                    found.add(main);
                }
            }
            assertThat(found).as("modules with sources").hasSizeGreaterThan(4);
            return found;
        }
    }
}
