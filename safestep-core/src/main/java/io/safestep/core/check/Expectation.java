package io.safestep.core.check;

/** What a check expects to find after the change. */
public enum Expectation {
    /** The same rows as before, in any order. */
    SAME_AS_BEFORE(ValueKind.NONE, false),
    /** Exactly the rows that are written, in any order. */
    EQUALS(ValueKind.TEXT, true),
    /** A row with this subject, this state or this text. */
    CONTAINS(ValueKind.TEXT, true),
    /** No such row. */
    ABSENT(ValueKind.TEXT, true),
    AT_LEAST(ValueKind.NUMBER, true),
    AT_MOST(ValueKind.NUMBER, true),
    /** The amount differs from that before by at most so many per cent. */
    WITHIN_SHARE(ValueKind.NUMBER, false),
    /** There is an answer. */
    REACHABLE(ValueKind.NONE, true),
    /** Startup is the same as running. */
    SAVED(ValueKind.NONE, true),
    /** Somebody says yes. */
    CONFIRMED(ValueKind.NONE, false);

    /** What is written beside an expectation. */
    public enum ValueKind {
        NONE,
        TEXT,
        NUMBER
    }

    private final ValueKind value;
    private final boolean knownBefore;

    Expectation(ValueKind value, boolean knownBefore) {
        this.value = value;
        this.knownBefore = knownBefore;
    }

    /** What a person has to write beside it. */
    public ValueKind value() {
        return value;
    }

    /** Whether it can be held against what is found before the change. */
    public boolean knownBefore() {
        return knownBefore;
    }
}
