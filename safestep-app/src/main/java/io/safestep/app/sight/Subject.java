package io.safestep.app.sight;

/** Of what endpoints speak in a variable of their path or in a parameter. */
public enum Subject {
    /** A device, by name. */
    DEVICE,
    /** A change, by number. */
    CHANGE,
    /** A run, by id. */
    RUN,
    /** A drift finding, by id. */
    FINDING,
    /** A version of a configuration, by id. */
    BACKUP,
    /** A round, by id. */
    ROUND,
    /** What the record speaks of: a device, a change, or something else, as it is called there. */
    RECORD
}
