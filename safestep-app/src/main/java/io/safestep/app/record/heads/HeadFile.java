package io.safestep.app.record.heads;

import io.safestep.app.settings.RecordSettings;
import io.safestep.core.record.RecordHead;
import java.io.BufferedReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Heads in a file, a line for each: number, hash, instant. It can be read again, so that the record is proven against it; to
 * be worth more than the database it belongs onto a disk that the database's owner cannot write.
 */
@Component
class HeadFile implements HeadWriter {

    private final Optional<Path> file;

    HeadFile(RecordSettings settings) {
        this.file = settings.headFile().map(Path::of).map(Path::toAbsolutePath);
    }

    @Override
    public HeadPlace place() {
        return HeadPlace.FILE;
    }

    @Override
    public boolean isOn() {
        return file.isPresent();
    }

    @Override
    public String where() {
        return file.map(Path::toString).orElse("");
    }

    @Override
    public Duration every() {
        return Duration.ofHours(1);
    }

    @Override
    public void write(RecordHead head, Instant at) {
        Path to = file.orElseThrow();
        try {
            if (to.getParent() != null) {
                Files.createDirectories(to.getParent());
            }
            Files.writeString(
                    to,
                    head.written() + " " + at + "\n",
                    StandardCharsets.UTF_8,
                    StandardOpenOption.CREATE,
                    StandardOpenOption.APPEND,
                    StandardOpenOption.DSYNC);
        } catch (IOException e) {
            throw new NotWritten("The file " + to + " could not be written.", e);
        }
    }

    /**
     * What stands in the file; nothing when there is none yet.
     *
     * @throws IOException when it can't be read
     */
    List<RecordHead> kept() throws IOException {
        if (file.isEmpty() || !Files.exists(file.get())) {
            return List.of();
        }
        List<RecordHead> heads = new ArrayList<>();
        try (BufferedReader reader = Files.newBufferedReader(file.get(), StandardCharsets.UTF_8)) {
            for (String line = reader.readLine(); line != null; line = reader.readLine()) {
                RecordHead.read(line).ifPresent(heads::add);
            }
        }
        return heads;
    }
}
