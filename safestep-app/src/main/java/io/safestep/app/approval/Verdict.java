package io.safestep.app.approval;

/** What somebody decided about a change. */
public enum Verdict {
    APPROVED,
    RETURNED,
    REJECTED,
    /** An emergency may run before it is approved. */
    RELEASED,
    /** An emergency that has run was looked at afterwards. */
    REVIEWED;

    /** Whether it is the answer to a change that was submitted. */
    boolean answersSubmission() {
        return this == APPROVED || this == RETURNED || this == REJECTED;
    }
}
