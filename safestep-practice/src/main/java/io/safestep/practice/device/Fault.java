package io.safestep.practice.device;

/** What can be made to go wrong on a practice device. */
public enum Fault {
    /** The device answers as if it had taken a line, and does not apply it. */
    IGNORES_LINE
}
