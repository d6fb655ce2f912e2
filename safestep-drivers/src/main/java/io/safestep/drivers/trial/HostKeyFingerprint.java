package io.safestep.drivers.trial;

import io.safestep.core.digest.Sha256;
import java.util.Base64;

/** A host key in a form that people can compare: its kind and the SHA-256 of the key (RFC 6594, section 3). */
public final class HostKeyFingerprint {

    private static final int GROUP = 4;

    private HostKeyFingerprint() {}

    /** @param hostKey in the form {@code type base64} */
    public static String of(String hostKey) {
        String[] parts = hostKey.split(" ", 2);
        try {
            byte[] key = Base64.getDecoder().decode(parts[parts.length - 1].strip());
            return parts[0] + " " + Sha256.hex(key).replaceAll("(.{" + GROUP + "})(?!$)", "$1 ");
        } catch (IllegalArgumentException e) {
            return hostKey;
        }
    }
}
