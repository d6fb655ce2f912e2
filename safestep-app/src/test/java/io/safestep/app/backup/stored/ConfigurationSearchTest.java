package io.safestep.app.backup.stored;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.sight.Sight;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.HandEdit;
import io.safestep.app.testing.SafeStepTest;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

class ConfigurationSearchTest extends SafeStepTest {

    @Autowired
    private ConfigurationSearch search;

    @Test
    void linesAreFoundAcrossTheNewestConfigurationsWithTheirParents() {
        awaitWholeDemo();
        ConfigurationSearch.Found found =
                search.find("TIME-SERVER 10.77.8.20", false, false, 1_000, Sight.everything("jvane"));
        assertThat(found.hits())
                .extracting(ConfigurationSearch.Hit::device)
                .contains("brn-gw-a", "brn-gw-b", "brn-ac-1", "ops-co-a", "ald-gw-a", "ald-ac-1");
        assertThat(found.hits())
                .filteredOn(h -> h.device().equals("ald-gw-a"))
                .extracting(ConfigurationSearch.Hit::path)
                .containsExactly(List.of("system"));
        assertThat(found.devices() + found.withoutCount()).isEqualTo(found.searched());
        assertThat(search.find("lantern-keel", false, false, 30, Sight.everything("jvane"))
                        .hits())
                .as("secrets are not found")
                .isEmpty();
        ConfigurationSearch.Found few = search.find("interface", false, false, 3, Sight.everything("jvane"));
        assertThat(few.hits()).hasSize(3);
        assertThat(few.lines()).isGreaterThan(30);
    }

    @Test
    void patternsAreOfTheKindThatEndsAndABadOneIsToldWithTheField() {
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        JsonNode found = auditor.get("/api/backups/search?q=%5Ehostname%20brn-gw-%5Bab%5D%24&pattern=true")
                .body();
        List<String> devices = new ArrayList<>();
        found.path("hits").forEach(h -> devices.add(h.path("device").asString()));
        assertThat(devices).containsExactly("brn-gw-a", "brn-gw-b");
        ApiClient.Answer bad = auditor.get("/api/backups/search?q=port%20(&pattern=true");
        assertThat(bad.status()).isEqualTo(422);
        assertThat(fieldErrors(bad.body(), "q")).contains("is not a pattern");
        assertThat(auditor.get("/api/backups/search?q=x").status()).isEqualTo(422);
    }

    @Test
    void inEveryVersionALineThatIsGoneIsFoundToo() {
        awaitWholeDemo();
        ApiClient engineer = ApiClient.loggedIn(port, "roake");
        HandEdit.contact(PRACTICE, "ops-ac-a", "the lamp room");
        engineer.post("/api/devices/ops-ac-a/backups", Map.of());
        HandEdit.contact(PRACTICE, "ops-ac-a", "the watch room");
        engineer.post("/api/devices/ops-ac-a/backups", Map.of());
        assertThat(search.find("the lamp room", false, false, 10, Sight.everything("jvane"))
                        .hits())
                .isEmpty();
        assertThat(search.find("the lamp room", false, true, 10, Sight.everything("jvane"))
                        .hits())
                .singleElement()
                .satisfies(h -> {
                    assertThat(h.device()).isEqualTo("ops-ac-a");
                    assertThat(h.versions()).isEqualTo(1);
                });
    }
}
