package io.safestep.core.check;

/** What a check expects to find after the change. */
public enum Expectation {
    SAME_AS_BEFORE(false),
    CONTAINS(true),
    ABSENT(true),
    AT_LEAST(true),
    REACHABLE(false);

    private final boolean needsValue;

    Expectation(boolean needsValue) {
        this.needsValue = needsValue;
    }

    /** Whether the expectation is about a value that a person writes. */
    public boolean needsValue() {
        return needsValue;
    }
}
