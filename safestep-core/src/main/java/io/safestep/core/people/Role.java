package io.safestep.core.people;

import static io.safestep.core.people.Right.*;

import java.util.Collection;
import java.util.Collections;
import java.util.EnumSet;
import java.util.Set;

/** What somebody is in the house. */
public enum Role {
    ENGINEER(
            "engineer",
            READ,
            WRITE_CHANGES,
            WRITE_LIBRARY,
            BOOK_CHANGES,
            RUN_CHANGES,
            CLOSE_CHANGES,
            READ_DEVICES,
            WRITE_BACKUPS,
            DECIDE_DRIFT,
            SAVE_DEVICES,
            USE_PRACTICE_NETWORK),
    APPROVER("approver", READ, DECIDE_CHANGES),
    CHANGE_MANAGER(
            "change manager",
            READ,
            WRITE_CHANGES,
            WRITE_LIBRARY,
            BOOK_CHANGES,
            RUN_CHANGES,
            CLOSE_CHANGES,
            WRITE_WINDOWS,
            READ_DEVICES,
            WRITE_BACKUPS,
            DECIDE_DRIFT,
            SAVE_DEVICES,
            USE_PRACTICE_NETWORK),
    OPERATOR("operator on watch", READ, RUN_CHANGES, READ_DEVICES, DECIDE_DRIFT, SAVE_DEVICES, USE_PRACTICE_NETWORK),
    /** Reached at night: starts, stops and takes back runs, and is told what waits for a person. */
    ON_CALL("on-call", READ, RUN_CHANGES, READ_DEVICES),
    AUDITOR("auditor", READ, WATCH_RECORD),
    ADMINISTRATOR(
            "administrator",
            READ,
            READ_DEVICES,
            WRITE_BACKUPS,
            READ_SECRETS,
            WRITE_DEVICES,
            WRITE_CREDENTIALS,
            WRITE_PEOPLE,
            WRITE_APPROVAL_RULES,
            WATCH_RECORD,
            USE_PRACTICE_NETWORK);

    private final String title;
    private final Set<Right> rights;

    Role(String title, Right first, Right... others) {
        this.title = title;
        this.rights = EnumSet.of(first, others);
    }

    public String title() {
        return title;
    }

    public Set<Right> rights() {
        return Collections.unmodifiableSet(rights);
    }

    /** What somebody may do who is all of these. */
    public static Set<Right> rights(Collection<Role> roles) {
        Set<Right> all = EnumSet.noneOf(Right.class);
        roles.forEach(role -> all.addAll(role.rights));
        return all;
    }
}
