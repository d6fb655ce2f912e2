package io.safestep.app.search;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.SafeStepTest;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class SearchTest extends SafeStepTest {

    private ApiClient auditor;

    @BeforeEach
    void logIn() {
        auditor = ApiClient.loggedIn(port, "jvane");
    }

    private JsonNode search(String words) {
        return auditor.get("/api/search?q=" + words).body();
    }

    @Test
    void oneWordFindsDevicesChangesAndLines() {
        JsonNode found = search("brn-gw");
        assertThat(found.path("devices")).hasSize(2);
        assertThat(found.path("lines").toString()).contains("hostname brn-gw-a");
        assertThat(search("camera").path("changes").toString()).contains("CR-1003");
        assertThat(search("10.77.2.34").path("devices").toString()).contains("brn-ac-1");
    }

    @Test
    void aChangeIsFoundByItsNumberInBothForms() {
        assertThat(search("CR-1002").path("changes")).hasSize(1);
        assertThat(search("1002").path("changes").toString()).contains("CR-1002");
    }

    @Test
    void signsOfAPatternAreTakenAsTheyAre() {
        assertThat(search("%25%25").path("changes")).isEmpty();
        assertThat(search("__").path("changes")).isEmpty();
    }

    @Test
    void oneLetterOrAVeryLongTextFindsNothing() {
        assertThat(search("b").path("devices")).isEmpty();
        assertThat(search("b".repeat(101)).path("devices")).isEmpty();
    }
}
