package io.safestep.drivers;

/** Something went wrong between Safe Step and a device. The message is a sentence for people. */
public class DeviceException extends Exception {

    /** What went wrong, told apart as finely as a person has to act differently. */
    public enum Reason {
        UNREACHABLE,
        CONNECTION_REFUSED,
        TIMED_OUT,
        HOST_KEY_CHANGED,
        LOGIN_REFUSED,
        PROMPT_NOT_RECOGNISED,
        LINE_REFUSED,
        SAVE_FAILED,
        SESSION_LOST
    }

    private final Reason reason;

    public DeviceException(Reason reason, String message) {
        super(message);
        this.reason = reason;
    }

    public DeviceException(Reason reason, String message, Throwable cause) {
        super(message, cause);
        this.reason = reason;
    }

    public Reason reason() {
        return reason;
    }
}
