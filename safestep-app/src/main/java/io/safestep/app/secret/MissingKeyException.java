package io.safestep.app.secret;

import java.nio.file.Path;

/** Something is stored encrypted, but the key that opens it is not there. */
class MissingKeyException extends RuntimeException {

    MissingKeyException(Path file) {
        super("The key for stored credentials and configurations is missing: " + file
                + ". Put the file back from where it is kept safe, then start again.");
    }

    private MissingKeyException(String message) {
        super(message);
    }

    static MissingKeyException doesNotFit(Path file) {
        return new MissingKeyException("The key in " + file
                + " does not open what is stored encrypted: it belongs to another database. Put the right file there, then"
                + " start again.");
    }
}
