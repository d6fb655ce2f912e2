package io.safestep.core.check.definition;

/** What is asked of a check before the change. */
public enum Beforehand {
    /** It is looked at and written down. */
    ANY,
    /** It passes already. */
    PASSES,
    /** It fails, so that it is the change that makes it pass. */
    FAILS
}
