package io.safestep.app.discovery;

import io.safestep.app.device.Device;
import io.safestep.app.discovery.Finder.Seen;
import io.safestep.core.platform.reading.DeviceIdentity;
import io.safestep.drivers.DeviceException;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * What a search found at an address.
 *
 * @param nth which of the things found there, from 0
 * @param port where it answered; null when nothing did, or several were tried
 * @param at when, UTC
 * @param onRecord the device that is known at this address; null when none is
 * @param deviceId the device that answers; null when it is none that is known
 * @param seen who it says it is; null when it did not come to that
 * @param offeredKey another host key than the one that is known; null when none was shown
 */
record Finding(
        String address,
        int nth,
        @Nullable Integer port,
        Instant at,
        @Nullable Device onRecord,
        ResultState state,
        @Nullable String words,
        @Nullable Long deviceId,
        @Nullable Seen seen,
        @Nullable String offeredKey) {

    static Finding of(
            String address, Instant at, @Nullable Device onRecord, Seen seen, Classification.Verdict verdict) {
        return new Finding(
                address,
                0,
                seen.port(),
                at,
                onRecord,
                verdict.state(),
                verdict.words(),
                verdict.deviceId(),
                seen,
                null);
    }

    /** Something is there, or was expected there, and it did not come to an identity. */
    static Finding of(String address, Instant at, @Nullable Device onRecord, ResultState state, DeviceException why) {
        return new Finding(
                address,
                0,
                null,
                at,
                onRecord,
                state,
                why.getMessage(),
                onRecord == null ? null : onRecord.id(),
                null,
                state == ResultState.CHANGED_IDENTITY ? why.shownHostKey() : null);
    }

    Finding asNth(int place) {
        return new Finding(address, place, port, at, onRecord, state, words, deviceId, seen, offeredKey);
    }

    Finding atPort(int where) {
        return new Finding(address, nth, where, at, onRecord, state, words, deviceId, seen, offeredKey);
    }

    /** Whether the same device answered both, at two ports. */
    boolean isOfSameDeviceAs(Finding other) {
        if (seen == null || other.seen == null) {
            return false;
        }
        DeviceIdentity one = seen.found().identity();
        DeviceIdentity two = other.seen.found().identity();
        if (one.serial() != null && two.serial() != null) {
            return one.serial().equals(two.serial());
        }
        return one.name() != null && two.name() != null
                ? one.name().equals(two.name())
                : seen.found().hostKey().equals(other.seen.found().hostKey());
    }
}
