package io.safestep.app.change.content;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Which devices are changed together, by what their lines touch. */
class ChangeWavesTest extends SafeStepTest {

    private ChangeStory story;

    @BeforeEach
    void logIn() {
        awaitWholeDemo();
        story = new ChangeStory(port);
    }

    private JsonNode waves(Map<String, String> lines) {
        return ok(story.engineer().post("/api/changes", ChangeStory.content(0, "Waves", lines, List.of())))
                .path("order")
                .path("waves");
    }

    private static String described(String interfaceName) {
        return "interface " + interfaceName + "\n  description waves\n";
    }

    @Test
    void theEndsOfAVlanOnACableAreChangedTogether() {
        JsonNode waves = waves(Map.of("brn-gw-b", described("vlan 2"), "brn-ac-1", described("vlan 2")));
        assertThat(waves).hasSize(1);
        assertThat(waves.get(0).path("why").asString()).contains("both ends of a link");
    }

    @Test
    void whatDoesNotTalkOverTheCableIsChangedOneAfterTheOther() {
        JsonNode waves = waves(Map.of("brn-gw-b", described("vlan 60"), "brn-ac-1", described("vlan 2")));
        assertThat(waves).hasSize(2);
        assertThat(waves.get(0).path("devices").get(0).asString())
                .as("the far end first")
                .isEqualTo("brn-ac-1");
    }

    @Test
    void anInterfaceThatTheChangeItselfAddsCounts() {
        JsonNode waves = waves(
                Map.of("brn-gw-b", described("vlan 60"), "brn-ac-1", "interface vlan 60\n  address 10.77.60.9/24\n"));
        assertThat(waves).hasSize(1);
    }

    @Test
    void partnersAreChangedOneAfterTheOtherAllTheSame() {
        JsonNode waves = waves(Map.of("brn-gw-a", described("vlan 2"), "brn-gw-b", described("vlan 2")));
        assertThat(waves).hasSize(2);
    }
}
