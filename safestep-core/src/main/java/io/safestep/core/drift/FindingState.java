package io.safestep.core.drift;

/** How far people have come with a device that does not match its baseline. */
public enum FindingState {
    /** Nobody has decided. */
    OPEN("undecided"),
    /** Somebody answers for it until a date. */
    ON_HOLD("on hold"),
    /** A change is said to explain it. */
    LINKED("linked"),
    /** A change is on its way that brings the device back. */
    REVERTING("being reverted"),
    /** What was found became the baseline. */
    ADOPTED("adopted"),
    /** A change brought the device back. */
    REVERTED("reverted"),
    /** The device matched again by itself, or by the change that explains it, and a person has seen that. */
    CLOSED("closed");

    private final String word;

    FindingState(String word) {
        this.word = word;
    }

    /** As people call it, lower case. */
    public String word() {
        return word;
    }

    /** Nothing can be decided any more. */
    public boolean isFinal() {
        return this == ADOPTED || this == REVERTED || this == CLOSED;
    }
}
