package io.safestep.core.platform;

/** A platform profile can't be used as it is written. The message says what and where, for the person who wrote it. */
public class ProfileException extends RuntimeException {

    public ProfileException(String message) {
        super(message);
    }
}
