package io.safestep.app.access;

import io.safestep.app.device.Device;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;

/** A way to get into devices. */
public interface DeviceVisits {

    /** What is done in a session. */
    interface Visit<T> {

        /** @param device as it was when the session began */
        T in(Device device, DeviceSession session) throws DeviceException;
    }

    /**
     * Does what is to be done in a session with the device. Must not be called inside a transaction: devices take their
     * time.
     *
     * @throws DeviceException when the device can't be reached or does not do what it should; with reason
     *     HOST_KEY_CHANGED, and without a word to the device, while nobody has decided about another host key
     */
    <T> T visit(long deviceId, Visit<T> visit) throws DeviceException;
}
