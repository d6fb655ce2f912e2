package io.safestep.drivers;

/** Opens sessions with devices. The front door of this module. */
public interface DeviceConnector extends AutoCloseable {

    /**
     * Connects, compares the host key, logs in and waits for the first prompt.
     *
     * @throws DeviceException with the stage at which it failed as its reason
     */
    DeviceSession connect(DeviceTarget target) throws DeviceException;

    /**
     * Like {@link #connect}, for a session in which nothing is changed: where the first question proves the log-in, no
     * other is asked before, and the host key is known after it.
     */
    DeviceSession connectToRead(DeviceTarget target) throws DeviceException;

    @Override
    void close();
}
