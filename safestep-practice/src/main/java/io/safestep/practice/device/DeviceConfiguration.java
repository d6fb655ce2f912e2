package io.safestep.practice.device;

/** A configuration that a device holds, in the device's own language. Passwords are kept as digests only. */
public interface DeviceConfiguration {

    DeviceConfiguration copy();

    /** The name that the device gives itself. */
    String hostname();

    boolean accepts(String user, String password);

    /** The text for storing, with digests. */
    String stored();

    /** The text that the device shows: passwords hidden, in the device's own order. */
    String shown();

    /** A copy that lacks the second half. */
    DeviceConfiguration half();

    /** The text from which the network model reads. */
    String described();
}
