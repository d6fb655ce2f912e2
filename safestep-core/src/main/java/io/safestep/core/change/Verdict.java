package io.safestep.core.change;

/** What somebody decided about a change. */
public enum Verdict {
    APPROVED("approved"),
    RETURNED("returned it"),
    REJECTED("rejected it"),
    /** An emergency may run before it is approved. */
    RELEASED("released it as an emergency"),
    /** An emergency that has run was looked at afterwards. */
    REVIEWED("reviewed it afterwards");

    private final String words;

    Verdict(String words) {
        this.words = words;
    }

    /** What the person did, as it follows their name. */
    public String words() {
        return words;
    }

    /** Whether it is the answer to a change that was submitted. */
    public boolean answersSubmission() {
        return this == APPROVED || this == RETURNED || this == REJECTED;
    }
}
