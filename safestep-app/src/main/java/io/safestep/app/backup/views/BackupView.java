package io.safestep.app.backup.views;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.safestep.app.backup.stored.Backup;
import io.safestep.app.backup.stored.BackupCause;
import io.safestep.app.backup.stored.BackupKind;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A version of a configuration or file.
 *
 * @param kind {@code running}, {@code startup}, {@code file} or {@code expected}
 * @param file the name of the file in the platform profile; null for a configuration
 * @param cause why it was taken, in words
 * @param hash SHA-256 of the text, hexadecimal
 * @param size of the text, in characters
 * @param changeNumber the change that it belongs to
 * @param label a name that a person gave; empty for none
 * @param takenBy log-in of who asked for it
 * @param baseline whether Safe Step expects to find it on the device
 * @param reference why it is the reference of the device; null when it is not
 */
public record BackupView(
        long id,
        BackupKind kind,
        @Nullable String file,
        BackupCause cause,
        @JsonUnwrapped Sightings sightings,
        String hash,
        int size,
        @Nullable Integer changeNumber,
        String label,
        String takenBy,
        @JsonUnwrapped Difference difference,
        boolean baseline,
        @Nullable Reference reference) {

    /**
     * When it was seen on the device.
     *
     * @param takenAt when it was found first, UTC
     * @param confirmedAt when it was found last, UTC
     * @param confirmations how often it was found again
     */
    public record Sightings(Instant takenAt, Instant confirmedAt, int confirmations) {}

    /**
     * What was found different from the version before.
     *
     * @param summary what differs from the version before, in one line
     * @param touches the places that differ from the version before, each with its parents
     * @param loggedIn who is known to have been logged in, in words; empty when nobody is known
     */
    public record Difference(String summary, List<String> touches, String loggedIn) {}

    /** @param at UTC */
    public record Reference(String reason, String by, Instant at) {}

    static BackupView of(Backup b, @Nullable Long baselineBackupId) {
        return new BackupView(
                b.id(),
                b.kind(),
                b.file(),
                b.cause(),
                new Sightings(b.takenAt(), b.confirmedAt(), b.confirmations()),
                b.hash(),
                b.size(),
                b.changeNumber(),
                b.label(),
                b.takenBy(),
                new Difference(
                        b.summary(),
                        b.touches().isEmpty() ? List.of() : List.of(b.touches().split("\n")),
                        b.loggedIn()),
                b.id().equals(baselineBackupId),
                b.referenceReason() == null
                        ? null
                        : new Reference(b.referenceReason(), b.referenceBy(), b.referenceAt()));
    }
}
