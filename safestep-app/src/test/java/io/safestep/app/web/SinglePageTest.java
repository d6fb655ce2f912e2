package io.safestep.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.SafeStepTest;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import org.junit.jupiter.api.Test;

class SinglePageTest extends SafeStepTest {

    private HttpResponse<String> get(String path) throws Exception {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
    }

    @Test
    void everyAddressOfAPageGivesTheSameDocument() throws Exception {
        String document = get("/").body();
        assertThat(document).contains("<div id=\"root\">");
        assertThat(get("/changes/1001/run").body()).isEqualTo(document);
        assertThat(get("/devices/brn-gw-a").body()).isEqualTo(document);
    }

    @Test
    void whatIsMissingStaysMissing() throws Exception {
        assertThat(get("/assets/none.js").statusCode()).isEqualTo(404);
        assertThat(get("/none.txt").statusCode()).isEqualTo(404);
    }

    @Test
    void builtFilesAreKeptAndTheDocumentIsAskedForAgain() throws Exception {
        String script = get("/").body().replaceAll("(?s).*src=\"(/assets/[^\"]+\\.js)\".*", "$1");
        HttpResponse<String> built = get(script);
        assertThat(built.statusCode()).isEqualTo(200);
        assertThat(built.headers().firstValue("Cache-Control").orElse("")).contains("immutable");
        assertThat(get("/").headers().firstValue("Cache-Control").orElse("")).contains("no-cache");
    }

    @Test
    void thePolicyAllowsOwnContentOnly() throws Exception {
        String policy = get("/").headers().firstValue("Content-Security-Policy").orElse("");
        assertThat(policy)
                .contains("default-src 'self'")
                .contains("frame-ancestors 'none'")
                .doesNotContain("unsafe");
    }
}
