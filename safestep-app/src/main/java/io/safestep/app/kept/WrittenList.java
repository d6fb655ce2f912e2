package io.safestep.app.kept;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** A list as it is sent. Kept compressed: most who ask take it so, and thousands of rows are much when they are plain. */
public final class WrittenList {

    private final String stamp;
    private final byte[] zipped;

    /**
     * @param stamp another one whenever the list is another one; letters, digits and hyphens
     * @param plain JSON
     */
    public WrittenList(String stamp, byte[] plain) {
        this.stamp = stamp;
        this.zipped = zipped(plain);
    }

    /** One whose stamp comes from what is in it: who has the same already is told so, whoever found it out anew. */
    public static WrittenList named(byte[] plain) {
        try {
            return new WrittenList(
                    HexFormat.of()
                            .formatHex(MessageDigest.getInstance("SHA-256").digest(plain)),
                    plain);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java has SHA-256.", e);
        }
    }

    public String stamp() {
        return stamp;
    }

    /**
     * What is answered to who asks for it; a few octets to who has it already.
     *
     * @param known the entity tag that they know (RFC 9110, 13.1.2); null for none
     * @param accepted encodings that they take (RFC 9110, 12.5.3); null for none said
     */
    public ResponseEntity<byte[]> answer(@Nullable String known, @Nullable String accepted) {
        String tag = "\"" + stamp + "\"";
        ResponseEntity.BodyBuilder answer = (tag.equals(known) ? ResponseEntity.status(304) : ResponseEntity.ok())
                .cacheControl(CacheControl.noCache().cachePrivate())
                .header(HttpHeaders.ETAG, tag)
                .varyBy(HttpHeaders.ACCEPT_ENCODING);
        if (tag.equals(known)) {
            return answer.build();
        }
        boolean zip = accepted != null && accepted.contains("gzip");
        if (zip) {
            answer.header(HttpHeaders.CONTENT_ENCODING, "gzip");
        }
        return answer.contentType(MediaType.APPLICATION_JSON).body(zip ? zipped : plain());
    }

    private static byte[] zipped(byte[] plain) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (GZIPOutputStream out = new GZIPOutputStream(bytes)) {
            out.write(plain);
        } catch (IOException e) {
            throw new UncheckedIOException("Writing to memory does not fail.", e);
        }
        return bytes.toByteArray();
    }

    private byte[] plain() {
        try (GZIPInputStream in = new GZIPInputStream(new ByteArrayInputStream(zipped))) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException("What was written to memory can be read.", e);
        }
    }
}
