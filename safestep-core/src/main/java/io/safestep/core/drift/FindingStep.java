package io.safestep.core.drift;

/** What moves a finding on: decisions of people, and what is seen on the device. */
public enum FindingStep {
    /** A person: what was found is right, and becomes the baseline. */
    ADOPT,
    /** A person: a change shall bring the device back. */
    REVERT,
    /** A person: this change explains it. */
    LINK,
    /** A person: leave it as it is until a date. */
    HOLD,
    /** A person: it has to be decided again. */
    REOPEN,
    /** A person: the device matches again, and that is known. */
    CLOSE,
    /** Seen: the device was changed once more, so that what was decided was about something else. */
    CHANGED_AGAIN,
    /** Seen: the device matches its baseline again. */
    MATCHES_AGAIN,
    /** Seen: the date until which it was on hold has passed. */
    HOLD_ENDED,
    /** Seen: the change that should bring it back will not run. */
    CHANGE_ENDED;

    public boolean isByPerson() {
        return ordinal() <= CLOSE.ordinal();
    }
}
