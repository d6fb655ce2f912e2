package io.safestep.app.kept;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.Test;
import org.springframework.http.ResponseEntity;

/** How a list that was written once is answered. */
class WrittenListTest {

    private final WrittenList list = new WrittenList("a-1", "[1,2,3]".getBytes(StandardCharsets.UTF_8));

    @Test
    void whoKnowsItIsSentNothing() {
        ResponseEntity<byte[]> answer = list.answer("\"a-1\"", "gzip");
        assertThat(answer.getStatusCode().value()).isEqualTo(304);
        assertThat(answer.getBody()).isNull();
        assertThat(answer.getHeaders().getETag()).isEqualTo("\"a-1\"");
    }

    @Test
    void whoKnowsAnotherIsSentAllOfIt() {
        assertThat(list.answer("\"a-0\"", null).getBody())
                .asString(StandardCharsets.UTF_8)
                .isEqualTo("[1,2,3]");
    }

    @Test
    void whoTakesItCompressedIsSentItCompressed() throws IOException {
        ResponseEntity<byte[]> answer = list.answer(null, "br, gzip");
        assertThat(answer.getHeaders().getFirst("Content-Encoding")).isEqualTo("gzip");
        assertThat(new GZIPInputStream(new ByteArrayInputStream(answer.getBody())).readAllBytes())
                .asString(StandardCharsets.UTF_8)
                .isEqualTo("[1,2,3]");
    }
}
