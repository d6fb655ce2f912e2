package io.safestep.app.access;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.practice.device.Fault;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Which credential is used where, what is never shown again, and host keys about which a person decides. */
class CredentialsTest extends SafeStepTest {

    private ApiClient administrator;

    @BeforeEach
    void begin() {
        awaitWholeDemo();
        administrator = ApiClient.loggedIn(port, "abrill");
    }

    private long add(String name, String password) {
        Answer added = administrator.post(
                "/api/credentials", Map.of("name", name, "login", "safestep", "password", password, "standard", false));
        assertThat(added.status()).as("%s", added).isEqualTo(200);
        return added.body().path("id").asLong();
    }

    private Answer use(String place, String name, Long credential) {
        Map<String, Object> body = new HashMap<>(Map.of("place", place, "name", name));
        body.put("credentialId", credential);
        return administrator.put("/api/credentials/uses", body);
    }

    private String used(String device) {
        JsonNode detail = administrator.get("/api/devices/" + device).body();
        return detail.path("row").path("credential").asString() + ", "
                + detail.path("credentialWhy").asString();
    }

    @Test
    void theNearestPlaceThatSaysOneDecides() {
        long site = add("of the site", "harbour-light-1");
        long group = add("of the group", "harbour-light-1");
        long own = add("of the device", "harbour-light-1");
        Answer made = administrator.post(
                "/api/groups", Map.of("name", "Cold store", "note", "", "devices", List.of("cdq-ac-2")));
        try {
            assertThat(used("cdq-ac-2")).isEqualTo("practice devices, the standard credential");
            use("SITE", "Cold Quay", site);
            assertThat(used("cdq-ac-2")).isEqualTo("of the site, said for the site Cold Quay");
            use("GROUP", "Cold store", group);
            assertThat(used("cdq-ac-2")).isEqualTo("of the group, said for the group Cold store");
            use("DEVICE", "cdq-ac-2", own);
            assertThat(used("cdq-ac-2")).isEqualTo("of the device, said for this device");
            assertThat(used("cdq-ac-1")).isEqualTo("of the site, said for the site Cold Quay");
            Answer inUse = administrator.delete("/api/credentials/" + site);
            assertThat(inUse.status()).isEqualTo(409);
            assertThat(inUse.detail()).contains("of the site is in use: site Cold Quay");
            assertThat(administrator
                            .delete("/api/groups/" + made.body().path("id").asLong())
                            .detail())
                    .contains("Take that back first");
        } finally {
            use("DEVICE", "cdq-ac-2", null);
            use("GROUP", "Cold store", null);
            use("SITE", "Cold Quay", null);
        }
        assertThat(used("cdq-ac-2")).isEqualTo("practice devices, the standard credential");
        for (long id : List.of(site, group, own)) {
            assertThat(administrator.delete("/api/credentials/" + id).status()).isEqualTo(204);
        }
        assertThat(administrator
                        .delete("/api/groups/" + made.body().path("id").asLong())
                        .status())
                .isEqualTo(204);
    }

    @Test
    void theStandardCannotBeRemovedWhileDevicesUseIt() {
        JsonNode all = administrator.get("/api/credentials").body();
        assertThat(all).hasSize(1);
        Answer refused =
                administrator.delete("/api/credentials/" + all.get(0).path("id").asLong());
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.detail()).contains("as the standard for 30 devices");
    }

    @Test
    void aPasswordGoesInAndNeverComesOut() {
        long id = add("night watch", "lantern-99");
        try {
            assertThat(administrator.get("/api/credentials").body().toString()).doesNotContain("lantern");
            assertThat(administrator
                            .get("/api/record?subject=night watch".replace(" ", "%20"))
                            .body()
                            .toString())
                    .contains("credential added")
                    .doesNotContain("lantern");
            Answer changed = administrator.put(
                    "/api/credentials/" + id,
                    Map.of("name", "night watch", "login", "watch", "password", "", "standard", false));
            assertThat(changed.body().path("login").asString()).isEqualTo("watch");
            assertThat(fieldErrors(
                            administrator
                                    .post(
                                            "/api/credentials",
                                            Map.of(
                                                    "name",
                                                    "night watch",
                                                    "login",
                                                    "x",
                                                    "password",
                                                    "x",
                                                    "standard",
                                                    false))
                                    .body(),
                            "name"))
                    .contains("already");
            assertThat(fieldErrors(
                            administrator
                                    .post(
                                            "/api/credentials",
                                            Map.of(
                                                    "name",
                                                    "no password",
                                                    "login",
                                                    "x",
                                                    "password",
                                                    "",
                                                    "standard",
                                                    false))
                                    .body(),
                            "password"))
                    .contains("Enter the password");
        } finally {
            administrator.delete("/api/credentials/" + id);
        }
    }

    @Test
    void aCredentialIsTestedBeforeItIsStored() {
        JsonNode wrong = administrator
                .post("/api/credentials/trial", Map.of("login", "safestep", "password", "wrong", "device", "elv-gw-a"))
                .body();
        assertThat(wrong.get(4).path("stage").asString()).isEqualTo("Log-in");
        assertThat(wrong.get(4).path("outcome").asString()).isEqualTo("FAILED");
        JsonNode right = administrator
                .post(
                        "/api/credentials/trial",
                        Map.of("login", "safestep", "password", "harbour-light-1", "device", "elv-gw-a"))
                .body();
        right.forEach(stage ->
                assertThat(stage.path("outcome").asString()).as("%s", stage).isEqualTo("PASSED"));
        assertThat(administrator
                        .get("/api/devices/elv-gw-a")
                        .body()
                        .path("row")
                        .path("lastProblem")
                        .isNull())
                .as("a trial notes nothing on the device")
                .isTrue();
        assertThat(administrator
                        .post("/api/credentials/trial", Map.of("login", "x", "device", "elv-gw-a"))
                        .detail())
                .contains("Enter the password");
    }

    @Test
    void anotherHostKeyStopsEverythingUntilAPersonDecides() {
        PRACTICE.network().device("elv-gw-a").switchOn(Fault.CHANGED_HOST_KEY, "");
        ApiClient onCall = ApiClient.loggedIn(port, "iseaver");
        try {
            assertThat(onCall.post("/api/devices/elv-gw-a/reads", Map.of("read", "routes"))
                            .detail())
                    .contains("another host key than before");
        } finally {
            PRACTICE.network().device("elv-gw-a").switchOff(Fault.CHANGED_HOST_KEY);
        }
        assertThat(onCall.post("/api/devices/elv-gw-a/reads", Map.of("read", "routes"))
                        .detail())
                .as("also when the old key is shown again")
                .contains("until somebody has decided");
        JsonNode detail = administrator.get("/api/devices/elv-gw-a").body();
        String offered = detail.path("offered").path("key").asString();
        assertThat(detail.path("offered").path("fingerprint").asString())
                .isNotEqualTo(detail.path("hostKey").asString());
        String path = "/api/devices/elv-gw-a/host-key";
        assertThat(administrator
                        .post(path, Map.of("offered", offered, "accept", false, "reason", ""))
                        .status())
                .as("without a reason")
                .isEqualTo(422);
        assertThat(administrator
                        .post(path, Map.of("offered", "another", "accept", true, "reason", "x"))
                        .status())
                .as("a key that nobody has looked at")
                .isEqualTo(409);
        assertThat(administrator
                        .post(path, Map.of("offered", offered, "accept", false, "reason", "A test of the watch."))
                        .status())
                .isEqualTo(204);
        assertThat(onCall.post("/api/devices/elv-gw-a/reads", Map.of("read", "routes"))
                        .status())
                .isEqualTo(200);
        assertThat(administrator.get("/api/record?subject=elv-gw-a").body().toString())
                .contains("host key changed")
                .contains("host key kept")
                .contains("A test of the watch.");
    }
}
