package io.safestep.app;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.List;

/** What docs/architecture.md says for machines, too. */
final class ArchitectureDocument {

    private ArchitectureDocument() {}

    /** The lines of a block that begins with this word. */
    static List<String> block(String name) {
        String document;
        try {
            document = Files.readString(found());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        String fence = "```" + name + "\n";
        int begin = document.indexOf(fence) + fence.length();
        return List.of(
                document.substring(begin, document.indexOf("\n```", begin)).split("\n"));
    }

    /** From wherever in the project tests are run. */
    private static Path found() throws NoSuchFileException {
        for (Path folder = Path.of("").toAbsolutePath(); folder != null; folder = folder.getParent()) {
            Path document = folder.resolve("docs").resolve("architecture.md");
            if (Files.exists(document)) {
                return document;
            }
        }
        throw new NoSuchFileException("docs/architecture.md");
    }
}
