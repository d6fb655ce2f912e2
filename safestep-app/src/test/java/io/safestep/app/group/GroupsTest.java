package io.safestep.app.group;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Fixed groups and groups by rule. */
class GroupsTest extends SafeStepTest {

    private ApiClient administrator;

    @BeforeEach
    void begin() {
        awaitWholeDemo();
        administrator = ApiClient.loggedIn(port, "abrill");
    }

    private static Map<String, Object> rule(List<String> roles, String pattern, List<String> labels) {
        return Map.of(
                "sites", List.of(), "roles", roles, "platforms", List.of(), "namePattern", pattern, "labels", labels);
    }

    @Test
    void aRuleHoldsWhatFitsAtThisMoment() {
        assertThat(administrator
                        .post("/api/groups/preview", rule(List.of("edge"), "brn-*", List.of()))
                        .body()
                        .path("devices")
                        .toString())
                .isEqualTo("[\"brn-gw-a\",\"brn-gw-b\"]");
        Answer made = administrator.post(
                "/api/groups", Map.of("name", "Kiosks", "note", "", "rule", rule(List.of(), "", List.of("kiosk"))));
        long id = made.body().path("id").asLong();
        assertThat(made.body().path("devices")).as("matches nothing, and may").isEmpty();
        JsonNode device = administrator.get("/api/devices/brn-ac-1").body().path("row");
        Map<String, Object> labelled = Map.of(
                "address", device.path("address").asString(),
                "siteCode", "brn",
                "role", "ACCESS",
                "platform", "corvane-cli",
                "labels", List.of("kiosk"));
        administrator.put("/api/devices/brn-ac-1/record", labelled);
        assertThat(administrator.get("/api/groups").body().toString()).contains("\"devices\":[\"brn-ac-1\"]");
        assertThat(administrator
                        .get("/api/devices/brn-ac-1")
                        .body()
                        .path("row")
                        .path("groups")
                        .toString())
                .contains("Kiosks");
        administrator.put("/api/devices/brn-ac-1/record", with(labelled, "labels", List.of()));
        administrator.delete("/api/groups/" + id);
    }

    private static Map<String, Object> with(Map<String, Object> map, String key, Object value) {
        Map<String, Object> changed = new java.util.HashMap<>(map);
        changed.put(key, value);
        return changed;
    }

    @Test
    void aFixedGroupHoldsWhatWasPutIntoIt() {
        Answer made = administrator.post(
                "/api/groups", Map.of("name", "Night crew", "note", "on call", "devices", List.of("brn-gw-a")));
        long id = made.body().path("id").asLong();
        JsonNode round = administrator
                .post(
                        "/api/rounds",
                        Map.of("action", "PUT_INTO_GROUP", "argument", "Night crew", "devices", List.of("brn-gw-b")))
                .body();
        administrator.await(
                "/api/rounds/" + round.path("id").asLong(),
                r -> r.path("endedAt").isString());
        assertThat(administrator.get("/api/groups").body().toString()).contains("[\"brn-gw-a\",\"brn-gw-b\"]");
        assertThat(administrator.delete("/api/groups/" + id).status()).isEqualTo(204);
    }

    @Test
    void whatCannotBeAGroupIsRefused() {
        assertThat(administrator
                        .post("/api/groups", Map.of("name", "All", "note", "", "rule", rule(List.of(), "", List.of())))
                        .detail())
                .contains("at least one condition");
        assertThat(administrator
                        .post("/api/groups", Map.of("name", "All", "note", ""))
                        .detail())
                .contains("a rule, or a list of devices");
        assertThat(administrator
                        .post("/api/groups", Map.of("name", "All", "note", "", "devices", List.of("nobody")))
                        .status())
                .isEqualTo(404);
        assertThat(administrator
                        .post("/api/groups", Map.of("name", " ", "note", "", "devices", List.of()))
                        .status())
                .isEqualTo(422);
        assertThat(administrator.delete("/api/groups/99999").status()).isEqualTo(404);
    }

    @Test
    void theRecordOfADeviceIsChecked() {
        Map<String, Object> good = Map.of(
                "address",
                "10.77.2.34",
                "siteCode",
                "brn",
                "role",
                "ACCESS",
                "platform",
                "corvane-cli",
                "labels",
                List.of());
        String path = "/api/devices/brn-ac-1/record";
        assertThat(fieldErrors(
                        administrator
                                .put(path, with(good, "address", "10.77.2"))
                                .body(),
                        "address"))
                .contains("IPv4 address");
        assertThat(fieldErrors(
                        administrator
                                .put(path, with(good, "address", "10.77.2.1"))
                                .body(),
                        "address"))
                .contains("brn-gw-a");
        assertThat(fieldErrors(
                        administrator
                                .put(path, with(good, "partner", "brn-ac-1"))
                                .body(),
                        "partner"))
                .contains("its own partner");
        assertThat(fieldErrors(
                        administrator.put(path, with(good, "partner", "nobody")).body(), "partner"))
                .contains("no device called nobody");
        assertThat(fieldErrors(
                        administrator.put(path, with(good, "siteCode", "b r n")).body(), "siteCode"))
                .contains("short name");
        assertThat(administrator.put(path, with(good, "platform", "unknown-os")).detail())
                .contains("no platform profile called unknown-os");
        assertThat(administrator.put(path, good).status()).isEqualTo(200);
    }
}
