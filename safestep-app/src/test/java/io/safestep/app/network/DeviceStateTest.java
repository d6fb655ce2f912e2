package io.safestep.app.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.SafeStepTest;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What is computed of devices from their backups. */
class DeviceStateTest extends SafeStepTest {

    private ApiClient auditor;

    @BeforeEach
    void awaitBackups() {
        auditor = ApiClient.loggedIn(port, "jvane");
        auditor.await("/api/devices", devices -> {
            for (JsonNode device : devices) {
                if (device.path("baselineBackupId").isNull()) {
                    return false;
                }
            }
            return devices.size() == 30;
        });
    }

    private JsonNode state(String device) {
        return auditor.get("/api/devices/" + device + "/state").body();
    }

    @Test
    void interfacesNeighboursGatewaysAndRoutesOfADevice() {
        JsonNode gateway = state("brn-gw-a");
        assertThat(gateway.path("gap").isNull()).as("%s", gateway.path("gap")).isTrue();
        assertThat(gateway.path("takenAt").asString()).isNotEmpty();
        assertThat(gateway.path("interfaces")).anySatisfy(i -> {
            assertThat(i.path("name").asString()).isEqualTo("port 1");
            assertThat(i.path("up").asBoolean()).isTrue();
            assertThat(i.path("far").asString()).isEqualTo("ops-co-a port 1");
        });
        assertThat(gateway.path("neighbours"))
                .extracting(
                        n -> n.path("device").asString() + " " + n.path("state").asString())
                .contains("ops-co-a FULL", "brn-gw-b FULL");
        assertThat(gateway.path("gateways"))
                .extracting(
                        g -> g.path("name").asString() + " " + g.path("role").asString())
                .contains("vlan 40 ACTIVE");
        assertThat(gateway.path("routes"))
                .extracting(r -> r.path("prefix").asString())
                .contains("10.77.8.0/24", "10.77.62.0/24");
        assertThat(gateway.path("notModelled")).isEmpty();
        assertThat(gateway.toString()).doesNotContain("lantern-keel");
    }

    @Test
    void whatSomebodyElseLooksAfterIsNotGuessed() {
        JsonNode firewall = state("ops-fw-a");
        assertThat(firewall.path("interfaces"))
                .anySatisfy(i -> assertThat(i.path("far").asString()).isEqualTo("prov-north port 1"));
        assertThat(firewall.path("sessions"))
                .extracting(s ->
                        s.path("neighbour").asString() + " " + s.path("state").asString())
                .contains("192.0.2.1 UNKNOWN");
        assertThat(firewall.path("problems"))
                .anySatisfy(
                        p -> assertThat(p.asString()).startsWith("What 192.0.2.1 announces to ops-fw-a is not known"));
    }

    @Test
    void aDeviceThatIsNotKnownHasNoState() {
        assertThat(auditor.get("/api/devices/nobody/state").status()).isEqualTo(404);
    }
}
