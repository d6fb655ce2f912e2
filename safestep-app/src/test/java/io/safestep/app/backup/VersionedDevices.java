package io.safestep.app.backup;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.practice.device.Fault;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import tools.jackson.databind.JsonNode;

/** Versions of configurations, on devices of all three makers that no other test changes. */
abstract class VersionedDevices extends SafeStepTest {

    protected static final String CORVANE = "elv-gw-b";
    protected static final String HALDRIN = "ops-ds-b";
    protected static final String OSTREL = "ops-ac-b";

    protected ApiClient engineer;

    @BeforeEach
    void logIn() {
        awaitWholeDemo();
        engineer = ApiClient.loggedIn(port, "roake");
    }

    @AfterEach
    void noFaults() {
        for (String device : List.of(CORVANE, HALDRIN, OSTREL)) {
            for (Fault fault : Fault.values()) {
                PRACTICE.network().device(device).switchOff(fault);
            }
        }
    }

    protected JsonNode backUp(String device) {
        return engineer.post("/api/devices/" + device + "/backups", Map.of()).body();
    }

    protected static JsonNode newest(JsonNode versions, String kind) {
        for (JsonNode version : versions) {
            if (version.path("kind").asString().equals(kind)) {
                return version;
            }
        }
        throw new AssertionError("no " + kind + " in " + versions);
    }
}
