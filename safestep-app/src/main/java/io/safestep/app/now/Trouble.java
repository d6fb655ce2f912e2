package io.safestep.app.now;

import io.safestep.app.inventory.DeviceRow;
import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * What may not be right with a device.
 *
 * @param problem why the last session failed; null when it did not
 * @param otherHostKey whether it has shown another host key, about which nobody has decided
 * @param otherSerial another serial number than the one on record; null when none was seen
 * @param differs whether it does not match its baseline
 * @param lastSeenAt UTC
 */
record Trouble(
        String name,
        @Nullable String problem,
        boolean otherHostKey,
        @Nullable String otherSerial,
        boolean neverBackedUp,
        boolean unsaved,
        boolean differs,
        @Nullable Instant lastSeenAt) {

    static Trouble of(DeviceRow device) {
        return new Trouble(
                device.name(),
                device.visit().lastProblem(),
                device.visit().otherHostKey(),
                device.box().seenSerial(),
                device.backup().baselineBackupId() == null,
                device.backup().saved() == Saved.UNSAVED,
                device.backup().match() == Match.DIFFERS,
                device.visit().lastSeenAt());
    }
}
