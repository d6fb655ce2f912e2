package io.safestep.app.device;

import io.safestep.app.device.record.DeviceRole;
import io.safestep.app.device.record.Stance;
import io.safestep.app.sight.Sight;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * A device in a list.
 *
 * @param partner the partner's name
 * @param lastSeenAt last time that a session succeeded, UTC
 * @param lastProblem why the last session failed; null when it did not
 * @param baselineBackupId the backup that Safe Step expects to find
 */
public record DeviceView(
        String name,
        String address,
        String site,
        DeviceRole role,
        String platform,
        String maker,
        Stance stance,
        @Nullable String partner,
        @Nullable Instant lastSeenAt,
        @Nullable String lastProblem,
        @Nullable Long baselineBackupId) {

    /** As somebody sees it whose scope may not hold its partner. */
    public DeviceView told(Sight sight) {
        return partner == null || sight.reads(partner)
                ? this
                : new DeviceView(
                        name,
                        address,
                        site,
                        role,
                        platform,
                        maker,
                        stance,
                        null,
                        lastSeenAt,
                        lastProblem,
                        baselineBackupId);
    }
}
