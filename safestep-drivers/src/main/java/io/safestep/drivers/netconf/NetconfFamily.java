package io.safestep.drivers.netconf;

import io.safestep.core.platform.access.NetconfAccess;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.family.AccessFamily;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/** NETCONF over SSH. Remembers how each server likes its commits. */
public final class NetconfFamily implements AccessFamily<NetconfAccess> {

    /** By address and port. */
    private final Map<String, CommitHabits> habits = new ConcurrentHashMap<>();

    @Override
    public Class<NetconfAccess> access() {
        return NetconfAccess.class;
    }

    @Override
    public Carrier carrier() {
        return Carrier.SSH;
    }

    @Override
    public boolean tellsQuickly() {
        return true;
    }

    @Override
    public DeviceSession open(NetconfAccess access, DeviceTarget target, TimeLimits limits, SshDoor door)
            throws DeviceException {
        return NetconfSession.open(door.logIn(), target, access, limits, habits(target, access));
    }

    private CommitHabits habits(DeviceTarget target, NetconfAccess access) {
        return habits.computeIfAbsent(
                target.host() + " " + target.port(), device -> new CommitHabits(access.validates()));
    }

    @Override
    public DeviceSession openForReads(NetconfAccess access, DeviceTarget target, TimeLimits limits, SshDoor door)
            throws DeviceException {
        return NetconfSession.openForReads(door.logIn(), target, access, limits);
    }
}
