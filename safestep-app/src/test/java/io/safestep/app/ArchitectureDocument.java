package io.safestep.app;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** What docs/architecture.md says for machines, too. */
final class ArchitectureDocument {

    private ArchitectureDocument() {}

    /** The lines of a block that begins with this word. */
    static List<String> block(String name) {
        String document;
        try {
            document = Files.readString(Path.of("..", "docs", "architecture.md"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        String fence = "```" + name + "\n";
        int begin = document.indexOf(fence) + fence.length();
        return List.of(
                document.substring(begin, document.indexOf("\n```", begin)).split("\n"));
    }
}
