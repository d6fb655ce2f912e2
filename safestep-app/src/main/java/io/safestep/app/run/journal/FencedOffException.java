package io.safestep.app.run.journal;

/** Another process has taken the run over; this one has to leave it alone at once. */
public class FencedOffException extends RuntimeException {

    private static final long serialVersionUID = 1L;

    public FencedOffException(Drive drive) {
        super("Run " + drive.runId() + " is driven by another process since epoch " + drive.epoch() + ".");
    }
}
