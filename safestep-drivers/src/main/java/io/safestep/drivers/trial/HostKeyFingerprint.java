package io.safestep.drivers.trial;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.HexFormat;

/** A host key in a form that people can compare: its kind and the SHA-256 of the key (RFC 6594, section 3). */
public final class HostKeyFingerprint {

    private static final int GROUP = 4;

    private HostKeyFingerprint() {}

    /** @param hostKey in the form {@code type base64} */
    public static String of(String hostKey) {
        String[] parts = hostKey.split(" ", 2);
        try {
            byte[] key = Base64.getDecoder().decode(parts[parts.length - 1].strip());
            String digits = HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(key));
            return parts[0] + " " + digits.replaceAll("(.{" + GROUP + "})(?!$)", "$1 ");
        } catch (IllegalArgumentException e) {
            return hostKey;
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java platform has SHA-256.", e);
        }
    }
}
