package io.safestep.app.inventory;

import io.safestep.app.device.DeviceRole;
import io.safestep.app.device.Stance;
import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A device in the list of all devices.
 *
 * @param port TCP port that was said for it; null where it is that of its platform or of the network
 * @param siteCode short name of its site
 * @param partner the partner's name
 * @param groups names of the groups that hold it now
 * @param credential name of the credential that is used for it; null when nothing says which
 * @param lastSeenAt last time that a session succeeded, UTC
 * @param lastProblem why the last session failed; null when it did not
 * @param otherHostKey whether it has shown another host key, about which nobody has decided
 * @param seenSerial another serial number than the one on record; null when none was seen
 * @param saved whether running and startup were the same in the last backup
 * @param match whether the last backup was the same as the baseline
 * @param backedUpAt last backup, UTC
 * @param baselineBackupId the backup that Safe Step expects to find
 * @param addedAt UTC
 */
public record DeviceRow(
        String name,
        String address,
        @Nullable Integer port,
        String siteCode,
        String site,
        DeviceRole role,
        String platform,
        String maker,
        @Nullable String model,
        @Nullable String serial,
        @Nullable String software,
        Stance stance,
        @Nullable String partner,
        List<String> labels,
        List<String> groups,
        @Nullable String credential,
        @Nullable Instant lastSeenAt,
        @Nullable String lastProblem,
        boolean otherHostKey,
        @Nullable String seenSerial,
        Saved saved,
        Match match,
        @Nullable Instant backedUpAt,
        @Nullable Long baselineBackupId,
        Instant addedAt) {}
