package io.safestep.app.credential;

import java.nio.file.Path;

/** Credentials are stored, but the key that opens them is not there. */
class MissingKeyException extends RuntimeException {

    MissingKeyException(Path file) {
        super("The key for stored credentials is missing: " + file
                + ". Put the file back from where it is kept safe, then start again.");
    }

    private MissingKeyException(String message) {
        super(message);
    }

    static MissingKeyException doesNotFit(Path file) {
        return new MissingKeyException("The key in " + file
                + " does not open the stored credentials: it belongs to another database. Put the right file there, then"
                + " start again.");
    }
}
