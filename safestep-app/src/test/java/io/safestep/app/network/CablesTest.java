package io.safestep.app.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Cables that people say. */
class CablesTest extends SafeStepTest {

    private static Map<String, String> cable(String device, String port, String other, String otherPort) {
        return Map.of("device", device, "interfaceName", port, "otherDevice", other, "otherInterface", otherPort);
    }

    private static long idOf(JsonNode all, String port) {
        for (JsonNode cable : all) {
            if (cable.path("interfaceName").asString().equals(port)) {
                return cable.path("id").asLong();
            }
        }
        throw new AssertionError("No cable at " + port + " in " + all);
    }

    @Test
    void oneIsAddedAndRemoved() {
        awaitWholeDemo();
        ApiClient administrator = ApiClient.loggedIn(port, "abrill");
        int before = administrator.get("/api/cables").body().size();
        Answer added = administrator.post("/api/cables", cable("brn-ac-1", "port 77", "brn-ac-2", "port 77"));
        assertThat(added.status()).as("%s", added).isEqualTo(200);
        assertThat(added.body()).hasSize(before + 1);
        assertThat(administrator
                        .post("/api/cables", cable("brn-ac-1", "port 77", "brn-ac-2", "port 78"))
                        .toString())
                .contains("port 77 of brn-ac-1 has a cable already");
        assertThat(administrator
                        .post("/api/cables", cable("brn-ac-1", "port 79", "nobody", "port 1"))
                        .toString())
                .contains("There is no device called nobody");
        assertThat(administrator
                        .delete("/api/cables/" + idOf(added.body(), "port 77"))
                        .status())
                .isEqualTo(204);
        assertThat(administrator.get("/api/cables").body()).hasSize(before);
    }

    @Test
    void manyAreAddedTogetherOrNotAtAll() {
        awaitWholeDemo();
        ApiClient administrator = ApiClient.loggedIn(port, "abrill");
        int before = administrator.get("/api/cables").body().size();
        String text = "device,interface,other device,other interface\nbrn-ac-1,port 81,brn-ac-2,port 81\n";
        Answer refused = administrator.post(
                "/api/cables/import", Map.of("text", text + "brn-ac-1,port 82,nobody,port 1\nbrn-ac-1\n"));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body().path("errors").get(0).path("line").asInt()).isEqualTo(3);
        assertThat(refused.body().path("errors").get(1).path("line").asInt()).isEqualTo(4);
        assertThat(administrator.get("/api/cables").body()).hasSize(before);

        Answer imported = administrator.post("/api/cables/import", Map.of("text", text));
        assertThat(imported.body().path("added").asInt()).as("%s", imported).isEqualTo(1);
        assertThat(administrator
                        .post("/api/cables/import", Map.of("text", text))
                        .body()
                        .path("added")
                        .asInt())
                .as("known already")
                .isZero();
        administrator.delete("/api/cables/" + idOf(imported.body().path("all"), "port 81"));
    }
}
