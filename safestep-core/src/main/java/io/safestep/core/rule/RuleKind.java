package io.safestep.core.rule;

/** What a configuration rule asks of the lines in a block. */
public enum RuleKind {
    /** Each of the lines has to be there. */
    MUST_CONTAIN,
    /** None of the lines may be there. */
    MUST_NOT_CONTAIN,
    /** Each line that fits one of the lines has to match the pattern. */
    MUST_MATCH
}
