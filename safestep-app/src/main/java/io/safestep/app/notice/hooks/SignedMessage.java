package io.safestep.app.notice.hooks;

import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * The header fields by which who is sent a message knows from whom it comes and that nobody has changed it: a digest of its
 * body (RFC 9530, section 2) and a signature over that, with the algorithm {@code hmac-sha256} (RFC 9421, section 3.3.3).
 */
final class SignedMessage {

    static final String TYPE = "application/json";

    private static final String LABEL = "safestep";

    private SignedMessage() {}

    /**
     * The fields for a POST.
     *
     * @param keyId tells whose key it is
     * @param key shared with who is sent it
     */
    static Map<String, String> fields(URI to, byte[] body, Instant now, String keyId, byte[] key) {
        String digest = "sha-256=:" + Base64.getEncoder().encodeToString(sha256(body)) + ":";
        Map<String, String> covered = new LinkedHashMap<>();
        covered.put("@method", "POST");
        covered.put("@target-uri", to.toASCIIString());
        covered.put("content-type", TYPE);
        covered.put("content-digest", digest);
        String parameters = parameters(covered, now, keyId) + ";alg=\"hmac-sha256\"";
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put("Content-Type", TYPE);
        fields.put("Content-Digest", digest);
        fields.put("Signature-Input", LABEL + "=" + parameters);
        fields.put("Signature", LABEL + "=:" + signature(covered, parameters, key) + ":");
        return fields;
    }

    /** What is signed, and when by whom (RFC 9421, section 2.3). */
    static String parameters(Map<String, String> covered, Instant now, String keyId) {
        return covered.keySet().stream().map(c -> "\"" + c + "\"").collect(Collectors.joining(" ", "(", ")"))
                + ";created=" + now.getEpochSecond() + ";keyid=\"" + keyId + "\"";
    }

    /**
     * Over the signature base (RFC 9421, section 2.5), in Base64.
     *
     * @param covered components with their values, in their order
     */
    static String signature(Map<String, String> covered, String parameters, byte[] key) {
        String base = covered.entrySet().stream()
                        .map(c -> "\"" + c.getKey() + "\": " + c.getValue() + "\n")
                        .collect(Collectors.joining())
                + "\"@signature-params\": " + parameters;
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(key, "HmacSHA256"));
            return Base64.getEncoder().encodeToString(mac.doFinal(base.getBytes(StandardCharsets.UTF_8)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("Every Java has HmacSHA256.", e);
        }
    }

    private static byte[] sha256(byte[] body) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(body);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("Every Java has SHA-256.", e);
        }
    }
}
