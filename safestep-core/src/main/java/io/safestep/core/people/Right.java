package io.safestep.core.people;

/** What somebody may do. Endpoints ask for rights, never for roles. */
public enum Right {
    /** See devices, changes, runs and the record. */
    READ("see devices, changes, runs and the record"),
    WRITE_CHANGES("write and submit changes"),
    /** Write templates and pools. */
    WRITE_LIBRARY("write templates, pools, rules, checks and services"),
    DECIDE_CHANGES("approve and reject changes of others"),
    BOOK_CHANGES("book changes into windows"),
    /** Start and stop runs. */
    RUN_CHANGES("start and stop runs"),
    CLOSE_CHANGES("close changes"),
    WRITE_WINDOWS("write windows and freezes"),
    /** Log in to devices to read: backups by hand, read commands. */
    READ_DEVICES("have devices read"),
    /** Say how backups are kept, name them and mark references. */
    WRITE_BACKUPS("say how backups are kept"),
    /** Decide about what was changed outside. */
    DECIDE_DRIFT("decide about what was changed outside"),
    /** Have devices copy running to startup. */
    SAVE_DEVICES("have devices save"),
    /** See secrets in configurations, for example in an export with which a device can be restored. */
    READ_SECRETS("see secrets in configurations"),
    /** Change what Safe Step knows of devices, for example their stance. */
    WRITE_DEVICES("change the record of devices"),
    /** Enter, change and choose accounts on devices. */
    WRITE_CREDENTIALS("enter and choose accounts on devices"),
    /** Add people, say what they may do, and let them go. */
    WRITE_PEOPLE("add people, say what they may do, let them go"),
    /** Say when a change needs whose approval, and how much counts for its risk. */
    WRITE_APPROVAL_RULES("say who has to approve what"),
    /** See who looked at what, and say where the head of the record is kept. */
    WATCH_RECORD("see who looked at what, and keep the head of the record elsewhere"),
    /** Make things go wrong in the practice network. */
    USE_PRACTICE_NETWORK("make things go wrong in the practice network");

    private final String words;

    Right(String words) {
        this.words = words;
    }

    /**
     * Whether a program may have it. To decide, and to say who decides, is for people: a token that somebody finds must not
     * be able to approve.
     */
    public boolean isForPrograms() {
        return this != DECIDE_CHANGES && this != WRITE_PEOPLE && this != WRITE_APPROVAL_RULES;
    }

    /** What it lets somebody do, as in "may …". */
    public String words() {
        return words;
    }
}
