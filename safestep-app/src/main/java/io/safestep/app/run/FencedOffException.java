package io.safestep.app.run;

/** Another process has taken the run over; this one has to leave it alone at once. */
class FencedOffException extends RuntimeException {

    private static final long serialVersionUID = 1L;

    FencedOffException(Drive drive) {
        super("Run " + drive.runId() + " is driven by another process since epoch " + drive.epoch() + ".");
    }
}
