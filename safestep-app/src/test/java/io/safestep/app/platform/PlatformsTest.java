package io.safestep.app.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.app.settings.NetworkSettings;
import io.safestep.core.platform.ShippedProfiles;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneOffset;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PlatformsTest {

    @TempDir
    private Path home;

    private Platforms platforms() {
        return new Platforms(new NetworkSettings(home, false, ZoneOffset.UTC, "", 22, ""));
    }

    private static String corvane() throws IOException {
        try (var stream = ShippedProfiles.class.getResourceAsStream("/platforms/corvane-cli.yaml")) {
            return new String(stream.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @Test
    void theShippedOnesAreThere() {
        assertThat(platforms().all())
                .extracting(p -> p.name())
                .contains("corvane-cli", "haldrin-netconf", "ostrel-restconf");
    }

    @Test
    void profilesInTheFolderAreTakenAndBrokenOnesLeftOut() throws IOException {
        Path folder = Files.createDirectory(home.resolve("platforms"));
        Files.writeString(folder.resolve("quay.yaml"), corvane().replace("name: corvane-cli", "name: quay-cli"));
        Files.writeString(folder.resolve("own.yml"), corvane().replace("maker: Corvane", "maker: Corvane of ours"));
        Files.writeString(folder.resolve("broken.yaml"), "name: broken\n");
        Files.writeString(folder.resolve("notes.txt"), "no profile");
        Platforms platforms = platforms();
        assertThat(platforms.profile("quay-cli").maker()).isEqualTo("Corvane");
        assertThat(platforms.profile("corvane-cli").maker()).isEqualTo("Corvane of ours");
        assertThatThrownBy(() -> platforms.profile("broken"))
                .hasMessageContaining("There is no platform profile called broken.");
        assertThat(platforms.loaded())
                .contains(
                        new Platforms.Loaded("quay-cli", "Corvane", "quay.yaml"),
                        new Platforms.Loaded("corvane-cli", "Corvane of ours", "own.yml"),
                        new Platforms.Loaded("haldrin-netconf", "Haldrin", null));
        assertThat(platforms.refused()).hasSize(1);
        assertThat(platforms.refused().get(0).file()).isEqualTo("broken.yaml");
        assertThat(platforms.refused().get(0).problems())
                .as("what is wrong with it, and where")
                .isNotEmpty()
                .allMatch(problem -> problem.startsWith("line 1: "), "begins with its line");
    }
}
