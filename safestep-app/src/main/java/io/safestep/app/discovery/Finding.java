package io.safestep.app.discovery;

import io.safestep.app.device.Device;
import io.safestep.app.discovery.Finder.Seen;
import io.safestep.drivers.DeviceException;
import java.time.Instant;

/**
 * What a search found at an address.
 *
 * @param at when, UTC
 * @param onRecord the device that is known at this address; null when none is
 * @param deviceId the device that answers; null when it is none that is known
 * @param seen who it says it is; null when it did not come to that
 * @param offeredKey another host key than the one that is known; null when none was shown
 */
record Finding(
        String address,
        Instant at,
        Device onRecord,
        ResultState state,
        String words,
        Long deviceId,
        Seen seen,
        String offeredKey) {

    static Finding of(String address, Instant at, Device onRecord, Seen seen, Classification.Verdict verdict) {
        return new Finding(address, at, onRecord, verdict.state(), verdict.words(), verdict.deviceId(), seen, null);
    }

    /** Something is there, or was expected there, and it did not come to an identity. */
    static Finding of(String address, Instant at, Device onRecord, ResultState state, DeviceException why) {
        return new Finding(
                address,
                at,
                onRecord,
                state,
                why.getMessage(),
                onRecord == null ? null : onRecord.id(),
                null,
                state == ResultState.CHANGED_IDENTITY ? why.shownHostKey() : null);
    }
}
