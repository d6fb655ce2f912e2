package io.safestep.app.device;

import io.safestep.app.device.record.Box;
import io.safestep.app.device.record.DeviceRole;
import io.safestep.app.device.record.Reach;
import io.safestep.app.device.record.Stance;
import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;
import io.safestep.core.inventory.DeviceTraits;
import io.safestep.core.platform.reading.DeviceIdentity;
import java.time.Instant;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A box in the network, as it stood when it was asked for. It does not move any more: what is said or seen of the device
 * later goes to {@link Devices}, {@link DeviceRecords} and {@link DeviceIdentities}.
 *
 * @param reach what is said for it about the way into it
 * @param box which box it is known to be
 * @param hostKey the host key that is trusted, in the form {@code type base64}; null before the first session
 * @param offeredHostKey another host key that the device has shown; while there is one, nobody connects. Null when there
 *     is none
 */
public record Device(
        Long id,
        String name,
        String address,
        Devices.SiteEntry site,
        DeviceRole role,
        String platform,
        Stance stance,
        @Nullable Partner partner,
        Set<String> labels,
        Reach reach,
        Box box,
        @Nullable String hostKey,
        @Nullable String offeredHostKey,
        Reading reading) {

    /** The device beside which it stands in for the same work. */
    public record Partner(Long id, String name) {}

    /**
     * How it stood when it was read last.
     *
     * @param backedUpAt when it was last read or said that nothing has changed, UTC; null when it never was
     * @param matchedAt when it was last seen to hold its baseline, UTC; null when it never was
     * @param marker what it said when it was read; the same as long as nothing changes. Null when it says nothing of the
     *     kind
     * @param markerAt when it was read with that marker, UTC; null without one
     */
    public record Reading(
            Standing standing,
            @Nullable Instant backedUpAt,
            @Nullable Instant matchedAt,
            @Nullable String marker,
            @Nullable Instant markerAt) {}

    /** What the rules of groups look at. */
    public DeviceTraits traits() {
        return new DeviceTraits(name, site.name(), role.word(), platform, labels);
    }

    public String siteCode() {
        return site.code();
    }

    public String siteName() {
        return site.name();
    }

    public @Nullable String serial() {
        return box.serial();
    }

    /** A serial number other than the one on record; null while none was seen. */
    public @Nullable String seenSerial() {
        return box.seenSerial();
    }

    /** Whether nothing else than what is on record would come of identifying it. */
    public boolean isKnownAs(DeviceIdentity identity) {
        return box.equals(box.shownAs(identity)) && Objects.equals(box.serial(), identity.serial());
    }

    public Standing standing() {
        return reading.standing();
    }

    /** The backup that Safe Step expects to find on the device, or null while there is none. */
    public @Nullable Long baselineBackupId() {
        return standing().baselineBackupId();
    }

    /** Whether running was the same as the baseline when last read. */
    public Match match() {
        return standing().match();
    }

    /** Whether running and startup were the same when last read. */
    public Saved saved() {
        return standing().saved();
    }

    public @Nullable Instant backedUpAt() {
        return reading.backedUpAt();
    }

    public @Nullable Instant matchedAt() {
        return reading.matchedAt();
    }

    public @Nullable String marker() {
        return reading.marker();
    }

    public @Nullable Instant markerAt() {
        return reading.markerAt();
    }
}
