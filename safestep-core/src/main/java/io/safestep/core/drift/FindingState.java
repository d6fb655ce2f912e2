package io.safestep.core.drift;

/** How far people have come with a device that does not match its baseline. */
public enum FindingState {
    /** Nobody has decided. */
    OPEN,
    /** Somebody answers for it until a date. */
    ON_HOLD,
    /** A change is said to explain it. */
    LINKED,
    /** A change is on its way that brings the device back. */
    REVERTING,
    /** What was found became the baseline. */
    ADOPTED,
    /** A change brought the device back. */
    REVERTED,
    /** The device matched again by itself, or by the change that explains it, and a person has seen that. */
    CLOSED;

    /** Nothing can be decided any more. */
    public boolean isFinal() {
        return this == ADOPTED || this == REVERTED || this == CLOSED;
    }
}
