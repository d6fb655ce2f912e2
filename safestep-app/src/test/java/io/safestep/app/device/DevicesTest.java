package io.safestep.app.device;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** What is known of devices, and asking them. */
class DevicesTest extends SafeStepTest {

    @Autowired
    private JdbcTemplate jdbc;

    @Test
    void everyDeviceIsListedWithItsPartnerAndStance() {
        JsonNode devices = ApiClient.loggedIn(port, "jvane").get("/api/devices").body();
        assertThat(devices).hasSize(30);
        JsonNode gateway = named(devices, "brn-gw-a");
        assertThat(gateway.path("partner").asString()).isEqualTo("brn-gw-b");
        assertThat(gateway.path("stance").asString()).isEqualTo("MANAGED");
        assertThat(gateway.path("maker").asString()).isEqualTo("Corvane");
        assertThat(gateway.path("lastProblem").isNull()).isTrue();
        assertThat(named(devices, "ops-co-a").path("stance").asString()).isEqualTo("OBSERVE");
        assertThat(named(devices, "gan-rl-a").path("maker").asString()).isEqualTo("Haldrin");
        assertThat(named(devices, "ops-fw-a").path("maker").asString()).isEqualTo("Ostrel");
    }

    @Test
    void bothHalvesOfAPairKnowThatItHasEnded() {
        ApiClient administrator = ApiClient.loggedIn(port, "abrill");
        pair(administrator, "brn-ac-2");
        JsonNode paired = administrator.get("/api/devices").body();
        assertThat(named(paired, "brn-ac-1").path("partner").asString()).isEqualTo("brn-ac-2");
        assertThat(named(paired, "brn-ac-2").path("partner").asString()).isEqualTo("brn-ac-1");

        pair(administrator, "");

        JsonNode parted = administrator.get("/api/devices").body();
        assertThat(named(parted, "brn-ac-1").path("partner").isNull()).isTrue();
        assertThat(named(parted, "brn-ac-2").path("partner").isNull()).isTrue();
    }

    private static void pair(ApiClient administrator, String partner) {
        Map<String, Object> record = Map.of(
                "address", "10.77.2.34",
                "siteCode", "brn",
                "role", "ACCESS",
                "platform", "corvane-cli",
                "partner", partner,
                "labels", List.of());
        assertThat(administrator.put("/api/devices/brn-ac-1/record", record).status())
                .isEqualTo(200);
    }

    private static JsonNode named(JsonNode devices, String name) {
        for (JsonNode device : devices) {
            if (device.path("name").asString().equals(name)) {
                return device;
            }
        }
        throw new AssertionError("There is no " + name + " in " + devices);
    }

    @Test
    void stanceIsSetByAnAdministratorAndWrittenIntoTheRecord() {
        ApiClient administrator = ApiClient.loggedIn(port, "abrill");
        Answer managed = administrator.put("/api/devices/ops-co-a/stance", Map.of("stance", "MANAGED"));
        assertThat(managed.body().path("stance").asString()).isEqualTo("MANAGED");
        administrator.put("/api/devices/ops-co-a/stance", Map.of("stance", "OBSERVE"));
        assertThat(administrator.get("/api/record?subject=ops-co-a").body().toString())
                .contains("Now managed.")
                .contains("Now observe.");
        assertThat(administrator
                        .put("/api/devices/ops-co-a/stance", Map.of("stance", "SLEEPY"))
                        .status())
                .isEqualTo(400);
        assertThat(administrator
                        .put("/api/devices/nobody/stance", Map.of("stance", "OBSERVE"))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void aReadCommandBringsTheDevicesOwnWords() {
        ApiClient onCall = ApiClient.loggedIn(port, "iseaver");
        Answer answer = onCall.post("/api/devices/brn-gw-a/reads", Map.of("read", "gateways"));
        assertThat(answer.body().path("command").asString()).isEqualTo("show gateways");
        assertThat(answer.body().path("output").asString())
                .contains("vlan 40 group 40")
                .contains("active");
        Answer ping = onCall.post(
                "/api/devices/brn-ac-1/reads", Map.of("read", "ping", "arguments", Map.of("address", "10.77.8.20")));
        assertThat(ping.body().path("output").asString()).contains("received 3 of 3");
    }

    @Test
    void onlyReadCommandsOfTheProfileCanBeSent() {
        ApiClient onCall = ApiClient.loggedIn(port, "iseaver");
        assertThat(onCall.post("/api/devices/brn-gw-a/reads", Map.of("read", "save"))
                        .status())
                .isEqualTo(404);
        Answer noAddress = onCall.post("/api/devices/brn-gw-a/reads", Map.of("read", "ping"));
        assertThat(fieldErrors(noAddress.body(), "address")).contains("Enter an IPv4 address");
        assertThat(onCall.get("/api/devices/brn-gw-a/reads").body()).hasSize(8);
    }

    @Test
    void aDeviceThatCannotBeReachedIsSaidAndNotedUntilItAnswersAgain() {
        ApiClient onCall = ApiClient.loggedIn(port, "iseaver");
        String address = jdbc.queryForObject("select address from device where name = 'ops-co-a'", String.class);
        jdbc.update("update device set address = '10.77.250.250' where name = 'ops-co-a'");
        try {
            Answer answer = onCall.post("/api/devices/ops-co-a/reads", Map.of("read", "routes"));
            assertThat(answer.status()).isEqualTo(502);
            assertThat(answer.detail()).contains("refuses the connection");
            assertThat(onCall.get("/api/devices/ops-co-a")
                            .body()
                            .path("row")
                            .path("lastProblem")
                            .asString())
                    .contains("refuses the connection");
            assertThat(onCall.get("/api/now").body().path("notRight").toString())
                    .contains("ops-co-a");
        } finally {
            jdbc.update("update device set address = ? where name = 'ops-co-a'", address);
        }
        onCall.post("/api/devices/ops-co-a/reads", Map.of("read", "routes"));
        assertThat(onCall.get("/api/devices/ops-co-a")
                        .body()
                        .path("row")
                        .path("lastProblem")
                        .isNull())
                .isTrue();
    }

    @Test
    void aChangedHostKeyStopsEverything() {
        ApiClient onCall = ApiClient.loggedIn(port, "iseaver");
        String key = jdbc.queryForObject("select host_key from device where name = 'ops-co-a'", String.class);
        jdbc.update(
                "update device set host_key = (select host_key from device where name = 'brn-gw-a') where name = 'ops-co-a'");
        try {
            Answer answer = onCall.post("/api/devices/ops-co-a/reads", Map.of("read", "routes"));
            assertThat(answer.status()).isEqualTo(502);
            assertThat(answer.detail()).contains("another host key than before");
        } finally {
            jdbc.update(
                    "update device set host_key = ?, last_problem = null, offered_host_key = null where name = 'ops-co-a'",
                    key);
        }
    }
}
