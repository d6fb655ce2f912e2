package io.safestep.app.device;

import java.nio.file.Path;

/** Credentials are stored, but the key that opens them is not there. */
class MissingKeyException extends RuntimeException {

    MissingKeyException(Path file) {
        super("The key for stored credentials is missing: " + file
                + ". Put the file back from where it is kept safe, then start again.");
    }
}
