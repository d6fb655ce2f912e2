package io.safestep.app.notice.hooks;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Signatures against the examples of the standards. */
class SignedMessageTest {

    /** RFC 9421, appendices B.1.5 and B.2.5. */
    @Test
    void theExampleOfTheStandardIsSignedAsItSays() {
        byte[] key = Base64.getDecoder()
                .decode("uzvJfB4u3N0Jy4T7NZ75MDVcr8zSTInedJtkgcu46YW4XByzNJjxBdtjUkdJPBtbmHhIDi6pcl8jsasjlTMtDQ==");
        Map<String, String> covered = new LinkedHashMap<>();
        covered.put("date", "Tue, 20 Apr 2021 02:07:55 GMT");
        covered.put("@authority", "example.com");
        covered.put("content-type", "application/json");
        String parameters = SignedMessage.parameters(covered, Instant.ofEpochSecond(1618884473), "test-shared-secret");
        assertThat(parameters)
                .isEqualTo(
                        "(\"date\" \"@authority\" \"content-type\");created=1618884473;keyid=\"test-shared-secret\"");
        assertThat(SignedMessage.signature(covered, parameters, key))
                .isEqualTo("pxcQw6G3AjtMBQjwo8XzkZf/bws5LelbaMk5rGIGtE8=");
    }

    /** RFC 9530, appendix D, its example without the line end. */
    @Test
    void theBodyIsDigested() {
        Map<String, String> fields = SignedMessage.fields(
                URI.create("https://messages.ferries.example/network"),
                "{\"hello\": \"world\"}".getBytes(StandardCharsets.UTF_8),
                Instant.EPOCH,
                "team-1",
                new byte[32]);
        assertThat(fields)
                .containsEntry("Content-Digest", "sha-256=:X48E9qOokqqrvdts8nOJRJN3OWDUoyWxBf7kbu9DBPE=:")
                .containsEntry(
                        "Signature-Input",
                        "safestep=(\"@method\" \"@target-uri\" \"content-type\" \"content-digest\");created=0;"
                                + "keyid=\"team-1\";alg=\"hmac-sha256\"");
    }
}
