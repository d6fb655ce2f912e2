package io.safestep.core.next;

/** How far something is. */
public enum Standing {
    /** It is not needed, or over. */
    NONE,
    NOT_YET,
    GOING,
    /** It waits for somebody. */
    BLOCKED,
    DONE,
    FAILED,
    UNDONE
}
