package io.safestep.core.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;

class ProfileReaderTest {

    @Test
    void theShippedProfileReadsItsOwnRows() {
        PlatformProfile corvane = ShippedProfiles.corvane();
        assertThat(corvane.read("ping").orElseThrow().commandFor("10.77.0.1")).isEqualTo("ping 10.77.0.1");
        assertThat(corvane.read("neighbours").orElseThrow().rows("  10.77.0.1       port 1       full\n"))
                .containsExactly(new ReadCommand.Row("10.77.0.1", "full"));
    }

    @Test
    void errorsSayWhereAndWhat() {
        assertThatThrownBy(() -> ProfileReader.read("name: x\nmaker: y\n"))
                .isInstanceOf(ProfileException.class)
                .hasMessage("In profile › commandLine, names with values are expected.");
        assertThatThrownBy(() -> ProfileReader.read("name: [1\n")).isInstanceOf(ProfileException.class);
        assertThatThrownBy(() -> WordType.parse("<vlanz>"))
                .isInstanceOf(ProfileException.class)
                .hasMessageContaining("vlanz");
    }
}
