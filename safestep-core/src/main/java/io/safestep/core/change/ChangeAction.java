package io.safestep.core.change;

/** What can be done to a change so that it moves from one state to another. */
public enum ChangeAction {
    SUBMIT,
    EDIT_CONTENT,
    APPROVE,
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
