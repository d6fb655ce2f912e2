package io.safestep.practice.identity;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class IdentityProviderTest {

    private static IdentityProvider provider;

    private final HttpClient http = HttpClient.newHttpClient();
    private final JsonMapper json = new JsonMapper();

    @BeforeAll
    static void start(@TempDir Path folder) throws IOException {
        provider = IdentityProvider.start(folder, 0, "/sign-on/sound/return", IdentityPerson.ofMerrowSound());
    }

    @AfterAll
    static void stop() {
        provider.close();
    }

    private HttpResponse<String> get(String path) throws IOException, InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(URI.create(provider.issuer() + path))
                .header("Accept", "text/html, application/json")
                .build();
        return http.send(request, HttpResponse.BodyHandlers.ofString());
    }

    private static String asking(String returnTo, String more) {
        return "/oauth2/authorize?response_type=code&client_id=" + IdentityProvider.CLIENT_ID
                + "&scope=openid&state=s&redirect_uri=" + returnTo + more;
    }

    @Test
    void tellsOfItselfUnderTheNameOfItsIssuer() throws Exception {
        JsonNode told = json.readTree(get("/.well-known/openid-configuration").body());

        assertThat(told.path("issuer").asString()).isEqualTo(provider.issuer());
        assertThat(told.path("jwks_uri").asString()).startsWith(provider.issuer());
        JsonNode keys = json.readTree(get("/oauth2/jwks").body()).path("keys");
        assertThat(keys).as("keys of the provider").hasSize(1);
        assertThat(keys.get(0).has("d")).as("the private half is told").isFalse();
    }

    @Test
    void sendsNobodyBackElsewhereOrWithoutAProofOfTheKey() throws Exception {
        HttpResponse<String> elsewhere = get(asking("http://127.0.0.1:9/elsewhere", "&code_challenge=x"));
        HttpResponse<String> unproven = get(asking("http://127.0.0.1:9/sign-on/sound/return", ""));

        assertThat(elsewhere.statusCode())
                .as("another path: " + elsewhere.body())
                .isEqualTo(400);
        assertThat(unproven.headers().firstValue("Location").orElse(""))
                .as("where it sends without a challenge (RFC 7636, section 4.4.1)")
                .doesNotContain("code=");
    }

    @Test
    void saysThatItIsAwayWhenItIs() throws Exception {
        provider.away(true);
        try {
            assertThat(get("/.well-known/openid-configuration").statusCode()).isEqualTo(503);
        } finally {
            provider.away(false);
        }
        assertThat(get("/login").body()).contains("lvenning", "O. Brackett");
    }
}
