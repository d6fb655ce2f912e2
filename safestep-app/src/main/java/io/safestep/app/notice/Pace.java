package io.safestep.app.notice;

/** When a person is told. */
enum Pace {
    /** As soon as it is known; what happens at the same time comes in one message. */
    AT_ONCE,
    /** Once a day, everything together. */
    DAILY,
    NEVER
}
