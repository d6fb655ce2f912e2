package io.safestep.app.people.signon;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Which provider is believed, and what its groups are here, is said by two administrators. */
class BelievedByTwoTest extends SignOnStory {

    private static final String ISSUER = "https://id.ferries.example";
    private static final String PATH = "/api/identity-providers/" + SLUG;

    private ApiClient second() {
        Map<String, Object> account =
                Map.of("login", "test-second", "name", "S. Econd", "email", "", "roles", List.of("ADMINISTRATOR"));
        String link =
                administrator.post("/api/accounts", account).body().path("path").asString();
        ApiClient second = stranger();
        Map<String, String> coming =
                Map.of("token", link.substring("/welcome#".length()), "password", "grey mule on pier 4");
        assertThat(second.post("/api/welcome", coming).status()).isEqualTo(204);
        second.get("/api/session");
        return second;
    }

    private JsonNode shown() {
        for (JsonNode provider : administrator.get("/api/identity-providers").body()) {
            if (provider.path("slug").asString().equals(SLUG)) {
                return provider;
            }
        }
        return null;
    }

    private static Map<String, Object> with(Map<String, Object> provider, String part, Object value) {
        Map<String, Object> other = new HashMap<>(provider);
        other.put(part, value);
        return other;
    }

    @Test
    void whatOneWantsHoldsOnceAnotherAgrees() {
        ApiClient second = second();
        Answer added =
                administrator.post("/api/identity-providers", provider(ISSUER, true, mapped("watch", "OPERATOR")));
        assertThat(added.body().path("waits").asString()).contains("Another administrator has to agree");
        assertThat(shown().path("held").isNull()).as("what holds meanwhile").isTrue();
        assertThat(stranger().get("/api/session").body().path("providers")).isEmpty();
        assertThat(begin(stranger(), "/").status()).isEqualTo(404);

        Answer alone = administrator.put(PATH + "/wish", Map.of("agree", true));
        assertThat(alone.status()).isEqualTo(403);
        assertThat(alone.detail()).contains("Another administrator than A. Brill has to agree");
        assertThat(second.put(PATH + "/wish", Map.of("agree", true)).status()).isEqualTo(204);
        assertThat(shown().path("held").path("rows").get(0).path("group").asString())
                .isEqualTo("watch");

        Map<String, Object> wider = with(
                provider(ISSUER, true, mapped("watch", "ENGINEER", "APPROVER")),
                "version",
                shown().path("version").asInt());
        assertThat(administrator.put(PATH, wider).body().path("waits").isNull()).isFalse();
        assertThat(shown().path("held").path("rows").get(0).path("roles").toString())
                .as("what holds until somebody agrees")
                .isEqualTo("[\"OPERATOR\"]");
        assertThat(second.put(PATH + "/wish", Map.of("agree", false)).status()).isEqualTo(204);
        assertThat(shown().path("wanted").isNull()).isTrue();
        assertThat(administrator
                        .get("/api/record?subject=single sign-on".replace(" ", "%20"))
                        .body()
                        .toString())
                .contains("identity provider wanted", "identity provider agreed to", "identity provider refused")
                .doesNotContain("sound-and-harbour-7");
    }

    @Test
    void aNewOneThatIsRefusedIsGoneAndOneInUseCanBeSwitchedOffAlone() {
        ApiClient second = second();
        administrator.post("/api/identity-providers", provider(ISSUER, true, mapped("watch", "OPERATOR")));
        second.put(PATH + "/wish", Map.of("agree", false));
        assertThat(shown()).isNull();

        administrator.post("/api/identity-providers", provider(ISSUER, true, mapped("watch", "OPERATOR")));
        second.put(PATH + "/wish", Map.of("agree", true));
        assertThat(administrator.put(PATH + "/off", Map.of("off", true)).status())
                .as("on the night on which it can't be trusted any more")
                .isEqualTo(204);
        assertThat(stranger().get("/api/session").body().path("providers")).isEmpty();
    }

    @Test
    void whatCannotBeIsSaidBesideItsField() {
        Map<String, Object> whole = provider(ISSUER, true);
        for (String issuer : List.of(
                "http://id.ferries.example",
                "ftp://id.ferries.example",
                "id.ferries.example",
                "https://id.ferries.example/?a",
                "https://you@id.ferries.example",
                "http://localhost.elsewhere.example",
                "http://127.0.0.1.elsewhere.example")) {
            assertThat(errors(with(whole, "issuer", issuer))).as(issuer).containsKey("issuer");
        }
        assertThat(errors(provider(ISSUER, true, mapped("watch", "ADMINISTRATOR")))
                        .get("rows[0].roles"))
                .startsWith("Administrators are made here");
        assertThat(errors(provider(ISSUER, true, mapped("watch", "AUDITOR"), mapped("watch", "OPERATOR"))))
                .containsKey("rows[1].group");
        Map<String, Object> nowhere = Map.of("everything", false, "sites", List.of(), "groups", List.of());
        Map<String, Object> gone = Map.of("everything", false, "sites", List.of(987654), "groups", List.of());
        assertThat(errors(provider(ISSUER, true, scoped(nowhere)))).containsKey("rows[0].scope");
        assertThat(errors(provider(ISSUER, true, scoped(gone)))).containsKey("rows[0].scope");
        assertThat(errors(with(whole, "slug", "Up/Down"))).containsKey("slug");
        assertThat(errors(with(whole, "scope", "profile\r\nemail"))).containsKey("scope");
        assertThat(errors(with(whole, "loginClaim", " "))).containsKey("loginClaim");
        assertThat(shown()).as("what was stored of all this").isNull();
    }

    private static Map<String, Object> scoped(Map<String, Object> set) {
        return Map.of("group", "watch", "roles", List.of("AUDITOR"), "scope", Map.of("reading", set, "acting", set));
    }

    private Map<String, String> errors(Map<String, Object> provider) {
        Answer answer = administrator.post("/api/identity-providers", provider);
        assertThat(answer.status()).as("%s", answer).isEqualTo(422);
        Map<String, String> errors = new HashMap<>();
        answer.body()
                .path("errors")
                .forEach(e ->
                        errors.put(e.path("field").asString(), e.path("message").asString()));
        return errors;
    }

    @Test
    void whoSeesAnOlderStateChangesNothing() {
        believed(provider(ISSUER, true, mapped("watch", "OPERATOR")));
        Answer late = administrator.put(PATH, with(provider(ISSUER, false), "version", 99));
        assertThat(late.status()).isEqualTo(409);
        assertThat(late.detail()).startsWith("Somebody else has changed Sound identity meanwhile.");
        assertThat(administrator
                        .post("/api/identity-providers", provider(ISSUER, true))
                        .status())
                .as("the same short name again")
                .isEqualTo(422);
    }
}
