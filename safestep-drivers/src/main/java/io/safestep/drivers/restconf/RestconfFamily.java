package io.safestep.drivers.restconf;

import io.safestep.core.platform.access.RestconfAccess;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.family.AccessFamily;

/** RESTCONF over HTTPS. */
public final class RestconfFamily implements AccessFamily<RestconfAccess> {

    @Override
    public Class<RestconfAccess> access() {
        return RestconfAccess.class;
    }

    @Override
    public Carrier carrier() {
        return Carrier.HTTPS;
    }

    @Override
    public boolean tellsQuickly() {
        return true;
    }

    @Override
    public DeviceSession open(RestconfAccess access, DeviceTarget target, TimeLimits limits, SshDoor door)
            throws DeviceException {
        return RestconfSession.open(target, access, limits);
    }

    @Override
    public DeviceSession openForReads(RestconfAccess access, DeviceTarget target, TimeLimits limits, SshDoor door)
            throws DeviceException {
        return RestconfSession.openForReads(target, access, limits);
    }
}
