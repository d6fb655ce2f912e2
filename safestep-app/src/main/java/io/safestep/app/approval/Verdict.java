package io.safestep.app.approval;

/** What somebody decided about a change. */
public enum Verdict {
    APPROVED,
    RETURNED,
    REJECTED
}
