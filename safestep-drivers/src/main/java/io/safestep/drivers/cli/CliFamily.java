package io.safestep.drivers.cli;

import io.safestep.core.platform.access.CommandLine;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.family.AccessFamily;

/** Command lines over SSH. */
public final class CliFamily implements AccessFamily<CommandLine> {

    @Override
    public Class<CommandLine> access() {
        return CommandLine.class;
    }

    @Override
    public Carrier carrier() {
        return Carrier.SSH;
    }

    /** Whether there is a prompt is known when one has waited for it. */
    @Override
    public boolean tellsQuickly() {
        return false;
    }

    @Override
    public DeviceSession open(CommandLine access, DeviceTarget target, TimeLimits limits, SshDoor door)
            throws DeviceException {
        return CliSession.open(door.logIn(), target, access, limits);
    }

    @Override
    public DeviceSession openForReads(CommandLine access, DeviceTarget target, TimeLimits limits, SshDoor door)
            throws DeviceException {
        return CliSession.openForReads(door.logIn(), target, access, limits);
    }
}
