package io.safestep.cli;

import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ProfileReader;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.core.platform.text.ProfileException;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** Finds a platform profile: a shipped one by its name, any other by the path of its file. */
final class ProfileFile {

    private ProfileFile() {}

    /**
     * @param folder from which the path goes
     * @throws InputException when there is none, or it can't be used
     */
    static PlatformProfile find(Path folder, String nameOrPath) {
        return ShippedProfiles.all().stream()
                .filter(p -> p.name().equals(nameOrPath))
                .findFirst()
                .orElseGet(() -> read(folder, nameOrPath));
    }

    private static PlatformProfile read(Path folder, String name) {
        Path path = folder.resolve(name);
        if (!Files.isRegularFile(path)) {
            List<String> shipped =
                    ShippedProfiles.all().stream().map(PlatformProfile::name).toList();
            throw new InputException("There is no platform profile " + name + ". Shipped are "
                    + String.join(", ", shipped) + "; for another one, give the path of its file.");
        }
        try {
            return ProfileReader.read(text(path));
        } catch (ProfileException e) {
            throw new InputException(
                    e.problems().stream().map(p -> path + ": " + p).toList());
        }
    }

    /** @throws InputException when the file is missing or can't be read */
    static String text(Path path) {
        try {
            return Files.readString(path, StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new InputException(path + " can't be read"
                    + (Files.exists(path) ? ": " + e.getMessage() : ": there is no such file") + ".");
        }
    }
}
