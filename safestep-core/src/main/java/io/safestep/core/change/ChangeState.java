package io.safestep.core.change;

import java.util.Locale;

/** Where a change stands. See {@link ChangeTransitions} for the ways between. */
public enum ChangeState {
    DRAFT,
    IN_REVIEW,
    RETURNED,
    APPROVED,
    BOOKED,
    RUNNING,
    COMPLETED,
    ROLLED_BACK,
    NEEDS_ATTENTION,
    CLOSED,
    REJECTED,
    WITHDRAWN;

    /** What people call it where the run turned back before anything was written: there was nothing to roll back. */
    public static final String NOTHING_WRITTEN = "stopped, nothing written";

    /** As people call it, lower case. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    /** In these states the author may still write; in the later two of them, writing breaks the seal. */
    public boolean editable() {
        return this == DRAFT || this == RETURNED || this == IN_REVIEW || this == APPROVED;
    }

    /** A run of it has come to its end, and nobody has closed it. */
    public boolean hasRun() {
        return this == COMPLETED || this == ROLLED_BACK || this == NEEDS_ATTENTION;
    }

    public boolean ended() {
        return this == CLOSED || this == REJECTED || this == WITHDRAWN;
    }
}
