package io.safestep.core.digest;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/**
 * SHA-256 (FIPS 180-4) over several parts. Every text goes in with its length before it, so that no two different rows of
 * parts are written as the same bytes.
 */
public final class Sha256 {

    private final MessageDigest digest = digest();

    private static MessageDigest digest() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java platform has SHA-256.", e);
        }
    }

    /** Of bytes as they are: 32 bytes. */
    public static byte[] of(byte[] bytes) {
        return digest().digest(bytes);
    }

    /** Of bytes as they are: 64 hexadecimal digits, lower case. */
    public static String hex(byte[] bytes) {
        return HexFormat.of().formatHex(of(bytes));
    }

    /** Of a text in UTF-8 as it is: 64 hexadecimal digits, lower case. */
    public static String hex(String text) {
        return hex(text.getBytes(StandardCharsets.UTF_8));
    }

    /** One more part. */
    public Sha256 text(String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        number(bytes.length);
        digest.update(bytes);
        return this;
    }

    /** A text in UTF-8 as it is, without its length: for what is written one after the other and hashed as a whole. */
    public Sha256 plain(String text) {
        digest.update(text.getBytes(StandardCharsets.UTF_8));
        return this;
    }

    /** One more part: for example how many of something follow. */
    public Sha256 number(int number) {
        digest.update((number + ";").getBytes(StandardCharsets.US_ASCII));
        return this;
    }

    /** Of all parts so far: 64 hexadecimal digits, lower case. Nothing can be added afterwards. */
    public String hex() {
        return HexFormat.of().formatHex(digest.digest());
    }
}
