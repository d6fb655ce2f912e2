package io.safestep.app.approval.events;

/**
 * An approval that a change waits for is past its time, in the transaction that is still going on.
 *
 * @param of whose it is, to follow on "approval of"
 */
public record ApprovalOverdue(int number, String of) {}
