package io.safestep.core.check.evaluation;

/** A path that can't be followed; the message is a sentence that says why. */
public class StructuredPathException extends RuntimeException {

    private static final long serialVersionUID = 1L;

    StructuredPathException(String message) {
        super(message);
    }

    StructuredPathException(String message, Throwable cause) {
        super(message, cause);
    }
}
