package io.safestep.app;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.SafeStepTest;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The demo data tells the truth: what it says has run, has run. */
class DemoDataTest extends SafeStepTest {

    @Test
    void oneChangeIsCompletedOneRolledBackOneWaitsOneIsADraft() {
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");

        assertThat(state(auditor, 1001)).isEqualTo("COMPLETED");
        assertThat(state(auditor, 1002)).isEqualTo("ROLLED_BACK");
        assertThat(state(auditor, 1003)).isEqualTo("IN_REVIEW");
        assertThat(state(auditor, 1004)).isEqualTo("DRAFT");

        assertThat(PRACTICE.network().device("brn-gw-a").running().shown()).contains("time-server 10.77.8.21");
        assertThat(PRACTICE.network().device("brn-gw-a").startup().shown()).contains("time-server 10.77.8.21");
        assertThat(PRACTICE.network().device("brn-gw-b").running().shown()).contains("address 10.77.40.3/23");

        JsonNode run = auditor.get("/api/changes/1002/runs").body().get(0);
        assertThat(run.path("verdict").asString())
                .contains("brn-gw-b, check after: Routing neighbours: gone: 10.77.40.2 full")
                .contains("holds what it held before");
    }

    private static String state(ApiClient client, int number) {
        return client.get("/api/changes/" + number).body().path("state").asString();
    }
}
