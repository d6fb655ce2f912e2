package io.safestep.drivers;

import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Something went wrong between Safe Step and a device. The message is a sentence for people. */
public class DeviceException extends Exception {

    /** What went wrong, told apart as finely as a person has to act differently. */
    public enum Reason {
        /** The host's name leads to no address. */
        NAME_NOT_FOUND,
        /** No route leads to the address. */
        NO_ROUTE,
        /** Nothing listens there. */
        CONNECTION_REFUSED,
        TIMED_OUT,
        /** It takes the connection and then says nothing. */
        SILENT,
        /** It shows another host key or certificate than before. */
        HOST_KEY_CHANGED,
        LOGIN_REFUSED,
        /** The account may not change the configuration. */
        NO_RIGHT_TO_CONFIGURE,
        /** Somebody else is changing the configuration, or has changed it meanwhile. */
        IN_USE,
        PROMPT_NOT_RECOGNISED,
        LINE_REFUSED,
        /** Reading or writing broke off, or had no effect. */
        TRANSFER_FAILED,
        SAVE_FAILED,
        SESSION_LOST,
        /** The device can't do this at all. */
        NOT_POSSIBLE,
        /** Too many devices are being talked with already. */
        BUSY
    }

    private final Reason reason;
    private final @Nullable String shownHostKey;

    public DeviceException(Reason reason, String message) {
        this(reason, message, null);
    }

    public DeviceException(Reason reason, String message, @Nullable Throwable cause) {
        this(reason, message, cause, null);
    }

    /** @param shownHostKey the key that the device showed before it went wrong, in the form {@code type base64}, or null */
    public DeviceException(Reason reason, String message, @Nullable Throwable cause, @Nullable String shownHostKey) {
        // Words of a device are part of it, and are stored; U+0000 can't be.
        super(message.replace('\0', '\uFFFD'), cause);
        this.reason = reason;
        this.shownHostKey = shownHostKey;
    }

    /** The sentence for people; there always is one. */
    @Override
    public String getMessage() {
        return Objects.requireNonNull(super.getMessage());
    }

    /** The host key that the device showed, in the form {@code type base64}; null when it came to none. */
    public @Nullable String shownHostKey() {
        return shownHostKey;
    }

    public Reason reason() {
        return reason;
    }
}
