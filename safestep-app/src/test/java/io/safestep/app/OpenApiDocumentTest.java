package io.safestep.app;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.SafeStepTest;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * The web app's types are made from a copy of the OpenAPI document that lies with it. {@code -Dsafestep.openapi=write}
 * writes the copy anew.
 */
class OpenApiDocumentTest extends SafeStepTest {

    private static final Path COPY = Path.of("../safestep-web/src/api/openapi.json");

    @Test
    void theCopyInTheWebAppIsTheDocumentThatIsServed() throws Exception {
        JsonMapper json = JsonMapper.builder()
                .enable(SerializationFeature.INDENT_OUTPUT)
                .enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS)
                .build();
        Object served = json.treeToValue(
                ApiClient.stranger(port).get("/api/openapi.json").body(), Object.class);
        String text = json.writeValueAsString(served) + "\n";
        if ("write".equals(System.getProperty("safestep.openapi"))) {
            Files.createDirectories(COPY.getParent());
            Files.writeString(COPY, text);
        }
        assertThat(text)
                .as("run the test with -Dsafestep.openapi=write and build the web app again")
                .isEqualTo(Files.readString(COPY));
    }
}
