package io.safestep.core.check.definition;

/** What a check that does not pass leads to. */
public enum Severity {
    /** What the failure rule of the change says. */
    FAIL,
    /** It is said, and the run goes on. */
    WARN
}
