package io.safestep.drivers.family;

import io.safestep.core.platform.access.Access;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.ssh.SshLogin.LoggedIn;

/**
 * How sessions are opened with devices of one family of platforms. One instance serves all devices, and may keep what it has
 * learned of them.
 *
 * @param <A> what profiles of the family say about access
 */
public interface AccessFamily<A extends Access> {

    /** What carries the conversation. */
    enum Carrier {
        SSH,
        HTTPS
    }

    /** A log-in over SSH, made when it is asked for. A family that is carried by something else never asks. */
    @FunctionalInterface
    interface SshDoor {
        LoggedIn logIn() throws DeviceException;
    }

    Class<A> access();

    Carrier carrier();

    /** Whether it shows quickly that a server does not speak it; where only waiting tells, it is tried last. */
    boolean tellsQuickly();

    /**
     * Opens a session that may change the device.
     *
     * @param door where the log-in is made; it stays open when no session comes of it
     */
    DeviceSession open(A access, DeviceTarget target, TimeLimits limits, SshDoor door) throws DeviceException;

    /** Like {@link #open}, for reading alone: where the first question proves the log-in, nothing is asked before it. */
    DeviceSession openForReads(A access, DeviceTarget target, TimeLimits limits, SshDoor door) throws DeviceException;
}
