package io.safestep.core.check.definition;

import org.jspecify.annotations.Nullable;

/** What a check expects to find after the change. */
public enum Expectation {
    /** The same rows as before, in any order. */
    SAME_AS_BEFORE("same as before", null, ValueKind.NONE, false),
    /** Exactly the rows that are written, in any order. */
    EQUALS("exactly {value}", "what, a row a line", ValueKind.TEXT, true),
    /** A row with this subject, this state or this text. */
    CONTAINS("contains {value}", "what", ValueKind.TEXT, true),
    /** No such row. */
    ABSENT("has no {value}", "what", ValueKind.TEXT, true),
    AT_LEAST("at least {value}", "how many", ValueKind.NUMBER, true),
    AT_MOST("at most {value}", "how many", ValueKind.NUMBER, true),
    /** The amount differs from that before by at most so many per cent. */
    WITHIN_SHARE("within {value} % of before", "per cent", ValueKind.NUMBER, false),
    /** There is an answer. */
    REACHABLE("answers", null, ValueKind.NONE, true),
    /** Startup is the same as running. */
    SAVED("saved", null, ValueKind.NONE, true),
    /** Somebody says yes. */
    CONFIRMED("a person confirms", null, ValueKind.NONE, false);

    /** What is written beside an expectation. */
    public enum ValueKind {
        NONE,
        TEXT,
        NUMBER
    }

    private final String words;
    private final @Nullable String asked;
    private final ValueKind value;
    private final boolean knownBefore;

    Expectation(String words, @Nullable String asked, ValueKind value, boolean knownBefore) {
        this.words = words;
        this.asked = asked;
        this.value = value;
        this.knownBefore = knownBefore;
    }

    /** As people read it; {@code {value}} stands for what is written beside it. */
    public String words() {
        return words;
    }

    /** As people read it with what is written beside it. */
    public String words(String written) {
        return words.replace("{value}", written);
    }

    /** What is asked for beside it; null when nothing is. */
    public @Nullable String asked() {
        return asked;
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
