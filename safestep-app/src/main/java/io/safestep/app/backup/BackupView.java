package io.safestep.app.backup;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * @param kind {@code running} or {@code startup}
 * @param cause why it was taken, in words
 * @param takenAt UTC
 * @param hash SHA-256 of the text, hexadecimal
 * @param changeNumber the change that it belongs to
 */
public record BackupView(
        long id,
        String kind,
        String cause,
        Instant takenAt,
        String hash,
        @Nullable Integer changeNumber) {}
