package io.safestep.app.people;

/** What somebody may do. Endpoints ask for rights, never for roles. */
public enum Right {
    /** See devices, changes, runs and the record. */
    READ,
    WRITE_CHANGES,
    /** Write templates and pools. */
    WRITE_LIBRARY,
    DECIDE_CHANGES,
    BOOK_CHANGES,
    /** Start and stop runs. */
    RUN_CHANGES,
    CLOSE_CHANGES,
    WRITE_WINDOWS,
    /** Log in to devices to read: backups by hand, read commands. */
    READ_DEVICES,
    /** Say how backups are kept, name them and mark references. */
    WRITE_BACKUPS,
    /** Decide about what was changed outside. */
    DECIDE_DRIFT,
    /** Have devices copy running to startup. */
    SAVE_DEVICES,
    /** See secrets in configurations, for example in an export with which a device can be restored. */
    READ_SECRETS,
    /** Change what Safe Step knows of devices, for example their stance. */
    WRITE_DEVICES,
    /** Enter, change and choose accounts on devices. */
    WRITE_CREDENTIALS,
    /** Make things go wrong in the practice network. */
    USE_PRACTICE_NETWORK
}
