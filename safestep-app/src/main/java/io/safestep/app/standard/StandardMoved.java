package io.safestep.app.standard;

/**
 * Something became of a standard change, in the transaction that is still going on.
 *
 * @param by log-in, or Safe Step itself
 */
public record StandardMoved(long standard, What what, String by) {

    /** What became of it. */
    public enum What {
        ASKED,
        APPROVED,
        RETURNED,
        SUSPENDED
    }
}
