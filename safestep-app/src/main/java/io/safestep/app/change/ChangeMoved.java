package io.safestep.app.change;

import io.safestep.core.change.ChangeAction;

/**
 * A change has moved from one state to another, in the transaction that is still going on.
 *
 * @param by log-in of who moved it, or Safe Step itself
 */
public record ChangeMoved(int number, ChangeAction action, String by) {}
