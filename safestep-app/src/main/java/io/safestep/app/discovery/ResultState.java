package io.safestep.app.discovery;

/** What a search found at an address. */
enum ResultState {
    /** Heard of, and not looked at yet. */
    WAITING,
    /** A device that nobody has added yet. */
    NEW,
    /** A device that is known, at the address on record. */
    KNOWN,
    /** A device that is known, or was found in this search, at another address. */
    ALSO_HERE,
    /** Not the device that is on record here: another serial number or another host key. */
    CHANGED_IDENTITY,
    /** Something answers and no credential is let in. */
    NOT_LET_IN,
    /** Something answers that fits no platform profile, or does not say who it is. */
    NOT_RECOGNISED,
    /** A device is known or was heard of here, and does not answer. */
    NO_ANSWER,
    /** It was added from this search. */
    ADDED
}
