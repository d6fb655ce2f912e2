package io.safestep.practice.device;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** Digests in place of passwords, so that a stored configuration gives none away. */
public final class Passwords {

    private static final String MARK = "sha256:";

    private Passwords() {}

    /** The digest of a password; a digest stays as it is. */
    public static String digest(String password) {
        if (password.startsWith(MARK)) {
            return password;
        }
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256").digest(password.getBytes(StandardCharsets.UTF_8));
            return MARK + HexFormat.of().formatHex(hash);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java platform has SHA-256.", e);
        }
    }
}
