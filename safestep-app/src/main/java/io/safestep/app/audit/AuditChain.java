package io.safestep.app.audit;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;

/** Each entry carries the hash of the one before it (SHA-256), so that none can be altered or left out unnoticed. */
final class AuditChain {

    static final String START = "0".repeat(64);

    private AuditChain() {}

    static String hash(AuditEntry entry) {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            for (String part : List.of(
                    entry.previousHash(),
                    entry.at().toString(),
                    entry.person(),
                    entry.subject(),
                    entry.action(),
                    entry.detail())) {
                byte[] bytes = part.getBytes(StandardCharsets.UTF_8);
                digest.update((bytes.length + ";").getBytes(StandardCharsets.US_ASCII));
                digest.update(bytes);
            }
            return HexFormat.of().formatHex(digest.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java platform has SHA-256.", e);
        }
    }
}
