package io.safestep.app.approval.events;

import java.time.Instant;

/**
 * The approval of a change that has not run ends soon, in the transaction that is still going on.
 *
 * @param ends UTC
 */
public record ApprovalEnding(int number, Instant ends) {}
