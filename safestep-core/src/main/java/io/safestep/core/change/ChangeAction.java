package io.safestep.core.change;

/** What can be done to a change so that it moves from one state to another. */
public enum ChangeAction {
    SUBMIT,
    EDIT_CONTENT,
    /** One of several approvals that it needs. */
    APPROVE_PART,
    APPROVE,
    /** An approval has ended, so that it has to be given anew. */
    LAPSE,
    /** What a device holds has moved where the change writes: what was decided about is not what would happen. */
    GROUND_MOVED,
    RELEASE,
    RETURN,
    REJECT,
    WITHDRAW,
    BOOK,
    CANCEL_BOOKING,
    START_RUN,
    START_EMERGENCY_RUN,
    RUN_SUCCEEDED,
    RUN_ROLLED_BACK,
    RUN_STUCK,
    RETRY_WAY_BACK,
    ACCEPT,
    CLOSE
}
