package io.safestep.app.people.passkey;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What the server asks of devices and does not take from them; real keys are made and used in the browser's tests. */
class PasskeysTest extends SafeStepTest {

    private static final String OWN = "/api/own/passkeys";
    private static final Map<String, String> PASSWORD = Map.of("password", "practice");

    private static Map<String, Object> credential(String challenge) {
        Map<String, Object> response = new HashMap<>();
        response.put("clientDataJSON", challenge);
        response.put("attestationObject", "o2NmbXRkbm9uZQ");
        response.put("authenticatorData", "AAAA");
        response.put("signature", "AAAA");
        response.put("transports", List.of("internal"));
        return Map.of(
                "id",
                "a2V5",
                "rawId",
                "a2V5",
                "type",
                "public-key",
                "response",
                response,
                "clientExtensionResults",
                Map.of());
    }

    @Test
    void aDeviceIsAskedToKnowItsOwnerAndToKeepTheKey() {
        ApiClient roake = ApiClient.byName(port, "roake");
        JsonNode options = roake.post(OWN, PASSWORD).body().path("options");

        assertThat(options.path("rp").path("id").asString()).isEqualTo("localhost");
        JsonNode selection = options.path("authenticatorSelection");
        assertThat(selection.path("userVerification").asString()).isEqualTo("required");
        assertThat(selection.path("residentKey").asString()).isEqualTo("required");
        assertThat(options.path("user").path("id").asString())
                .as("what the device keeps of who they are")
                .doesNotContain("roake")
                .hasSizeGreaterThan(20);
        Set<Long> algorithms = new HashSet<>();
        options.path("pubKeyCredParams")
                .forEach(p -> algorithms.add(p.path("alg").asLong()));
        assertThat(algorithms).contains(-7L, -257L);
    }

    @Test
    void everyQuestionIsAnotherOne() {
        Set<String> challenges = new HashSet<>();
        ApiClient stranger = ApiClient.strangerByName(port);
        for (int i = 0; i < 5; i++) {
            JsonNode options =
                    stranger.post("/api/session/passkey", Map.of()).body().path("options");
            challenges.add(options.path("challenge").asString());
            assertThat(options.path("allowCredentials"))
                    .as("strangers are not told whose keys there are")
                    .isEmpty();
            assertThat(options.path("userVerification").asString()).isEqualTo("required");
        }
        assertThat(challenges).hasSize(5);
    }

    @Test
    void whatNoDeviceHasSignedLetsNobodyIn() {
        ApiClient stranger = ApiClient.strangerByName(port);
        Answer unasked = stranger.put("/api/session/passkey", Map.of("credential", credential("e30")));
        assertThat(unasked.status()).isEqualTo(401);
        assertThat(unasked.detail()).startsWith("It took too long.");

        stranger.post("/api/session/passkey", Map.of());
        Answer unknown = stranger.put("/api/session/passkey", Map.of("credential", credential("e30")));
        assertThat(unknown.status()).isEqualTo(401);
        assertThat(unknown.detail()).startsWith("This passkey is not known here");
        assertThat(stranger.put("/api/session/passkey", Map.of("credential", credential("e30")))
                        .detail())
                .as("a question is answered once")
                .startsWith("It took too long.");

        stranger.post("/api/session/passkey", Map.of());
        Answer nonsense = stranger.put("/api/session/passkey", Map.of("credential", Map.of("id", 7)));
        assertThat(nonsense.status()).as("%s", nonsense).isEqualTo(422);
        assertThat(stranger.put("/api/session/passkey", Map.of()).status()).isEqualTo(422);
    }

    @Test
    void whatNoDeviceHasMadeIsNotTaken() {
        ApiClient roake = ApiClient.byName(port, "roake");
        Answer unasked = roake.put(OWN, Map.of("name", "x", "credential", credential("e30")));
        assertThat(unasked.status()).isEqualTo(409);
        assertThat(unasked.detail()).startsWith("Begin again");
        assertThat(roake.post(OWN, Map.of("password", "guess")).status()).isEqualTo(422);

        roake.post(OWN, PASSWORD);
        Answer made = roake.put(OWN, Map.of("name", "Night laptop", "credential", credential("e30")));
        assertThat(made.status()).as("%s", made).isEqualTo(409);
        assertThat(made.detail()).startsWith("What the device has made can't be taken.");
        roake.post(OWN, PASSWORD);
        assertThat(roake.put(OWN, Map.of("name", " ", "credential", credential("e30")))
                        .status())
                .isEqualTo(422);
        assertThat(roake.put(OWN, Map.of("name", "n".repeat(61), "credential", credential("e30")))
                        .status())
                .isEqualTo(422);
        assertThat(roake.get(OWN).body().path("passkeys")).isEmpty();
        assertThat(roake.delete(OWN + "/987654").status()).isEqualTo(404);
    }

    @Test
    void whatIsNotWholeIsSaidToBeNone() {
        ApiClient roake = ApiClient.byName(port, "roake");
        Map<String, Object> whole = credential("e30");
        for (String part : List.of(
                "rawId",
                "response",
                "response.clientDataJSON",
                "response.attestationObject",
                "response.signature",
                "response.authenticatorData")) {
            for (Object instead :
                    new Object[] {null, 7, List.of("a"), "", "e30", "o2NmbXRkbm9uZQ", "eyJ0eXBlIjoid2ViYXV0aG4uZ2V0In0"
                    }) {
                Map<String, Object> broken = without(whole, part, instead);
                roake.post(OWN, PASSWORD);
                assertThat(roake.put(OWN, Map.of("name", "x", "credential", broken))
                                .status())
                        .as("made, %s: %s", part, instead)
                        .isBetween(400, 422);
                ApiClient stranger = ApiClient.strangerByName(port);
                stranger.post("/api/session/passkey", Map.of());
                assertThat(stranger.put("/api/session/passkey", Map.of("credential", broken))
                                .status())
                        .as("signed, %s: %s", part, instead)
                        .isBetween(400, 422);
            }
        }
    }

    @SuppressWarnings("unchecked")
    private static Map<String, Object> without(Map<String, Object> whole, String part, Object instead) {
        Map<String, Object> broken = new HashMap<>(whole);
        String[] path = part.split("[.]");
        Map<String, Object> at = broken;
        if (path.length > 1) {
            at = new HashMap<>((Map<String, Object>) whole.get(path[0]));
            broken.put(path[0], at);
        }
        at.put(path[path.length - 1], instead);
        return broken;
    }

    @Test
    void underAnAddressOfNumbersItIsSaidWhereTheyWork() {
        ApiClient roake = ApiClient.loggedIn(port, "roake");
        assertThat(roake.get(OWN).body().path("elsewhere").asString())
                .isEqualTo(
                        "Browsers keep passkeys under a name, not under an address. Open Safe Step as http://localhost:"
                                + port + ".");
        assertThat(roake.post(OWN, PASSWORD).status()).isEqualTo(409);
        assertThat(roake.post("/api/session/passkey", Map.of()).status()).isEqualTo(409);
    }
}
