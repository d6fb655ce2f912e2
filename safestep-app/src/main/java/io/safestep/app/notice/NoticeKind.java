package io.safestep.app.notice;

import io.safestep.core.people.Right;
import java.util.Collection;

/** What people can be told. */
enum NoticeKind {
    FOUND_CHANGED("was changed outside", "were changed outside", Right.DECIDE_DRIFT),
    UNSAVED("is unsaved", "are unsaved", Right.SAVE_DEVICES),
    BACKUP_FAILED("could not be backed up", "could not be backed up", Right.WRITE_BACKUPS),
    RULE_BROKEN("breaks a rule", "break a rule", Right.WRITE_LIBRARY),
    /** A run can't go on before a person has decided. */
    RUN_WAITS("waits for a person", "wait for a person", Right.RUN_CHANGES),
    /** To the author alone. */
    RUN_ENDED("has run", "have run", Right.WRITE_CHANGES),
    /** A change waits for the decision of somebody who may decide. */
    DECISION_ASKED("waits for your decision", "wait for your decision", Right.DECIDE_CHANGES),
    /** What somebody approved was edited, or devices were changed where it writes. */
    APPROVAL_BROKEN("has lost your approval", "have lost your approval", Right.DECIDE_CHANGES),
    /** To the author alone: approved, returned, rejected, released. */
    DECIDED("was decided about", "were decided about", Right.WRITE_CHANGES),
    /** An emergency is to be released or started. */
    EMERGENCY("is an emergency", "are emergencies", Right.RUN_CHANGES),
    /** Somebody has spoken to them, asked or answered them about a change. */
    SPOKEN_TO("has words for you", "have words for you", Right.READ);

    private final String one;
    private final String many;
    private final Right right;

    NoticeKind(String one, String many, Right right) {
        this.one = one;
        this.many = many;
        this.right = right;
    }

    /** Who has the right to do something about it is told, unless they do not want to be. */
    Right right() {
        return right;
    }

    /** Whether it is mailed as long as the person has said nothing: it can't wait until somebody looks. */
    boolean urgent() {
        return switch (this) {
            case FOUND_CHANGED, RUN_WAITS, DECISION_ASKED, DECIDED, EMERGENCY, SPOKEN_TO -> true;
            default -> false;
        };
    }

    /** For example {@code 3 devices were changed outside}. */
    String title(Collection<String> devices) {
        return devices.size() == 1 ? devices.iterator().next() + " " + one : devices.size() + " devices " + many;
    }
}
