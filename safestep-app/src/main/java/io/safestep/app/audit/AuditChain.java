package io.safestep.app.audit;

import io.safestep.core.digest.Sha256;

/** Each entry carries the hash of the one before it (SHA-256), so that none can be altered or left out unnoticed. */
final class AuditChain {

    static final String START = "0".repeat(64);

    private AuditChain() {}

    static String hash(AuditEntry entry) {
        return new Sha256()
                .text(entry.previousHash())
                .text(entry.at().toString())
                .text(entry.person())
                .text(entry.subject())
                .text(entry.action())
                .text(entry.detail())
                .text(entry.token() == null ? "" : entry.token().toString())
                .hex();
    }
}
