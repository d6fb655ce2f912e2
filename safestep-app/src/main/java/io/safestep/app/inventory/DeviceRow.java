package io.safestep.app.inventory;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.safestep.app.device.record.Box;
import io.safestep.app.device.record.DeviceRole;
import io.safestep.app.device.record.Stance;
import io.safestep.app.sight.Sight;
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
        @JsonUnwrapped Box box,
        Stance stance,
        @JsonUnwrapped Ties ties,
        @JsonUnwrapped LastVisit visit,
        @JsonUnwrapped LastBackup backup,
        Instant addedAt) {

    /**
     * With what it belongs together.
     *
     * @param partner the partner's name
     * @param groups names of the groups that hold it now
     * @param credential name of the credential that is used for it; null when nothing says which
     */
    public record Ties(
            @Nullable String partner,
            List<String> labels,
            List<String> groups,
            @Nullable String credential) {}

    /**
     * What came of talking with it.
     *
     * @param lastSeenAt last time that a session succeeded, UTC
     * @param lastProblem why the last session failed; null when it did not
     * @param otherHostKey whether it has shown another host key, about which nobody has decided
     */
    public record LastVisit(
            @Nullable Instant lastSeenAt, @Nullable String lastProblem, boolean otherHostKey) {}

    /**
     * How it stood in its last backup.
     *
     * @param saved whether running and startup were the same
     * @param match whether it was the same as the baseline
     * @param backedUpAt when it was taken, UTC
     * @param baselineBackupId the backup that Safe Step expects to find
     */
    public record LastBackup(
            Saved saved,
            Match match,
            @Nullable Instant backedUpAt,
            @Nullable Long baselineBackupId) {}

    /** As somebody sees it whose scope may not hold its partner. */
    DeviceRow told(Sight sight) {
        return ties.partner() == null || sight.reads(ties.partner())
                ? this
                : tied(new Ties(null, ties.labels(), ties.groups(), ties.credential()));
    }

    DeviceRow tied(Ties newTies) {
        return new DeviceRow(
                name, address, port, siteCode, site, role, platform, maker, box, stance, newTies, visit, backup,
                addedAt);
    }
}
