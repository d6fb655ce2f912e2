package io.safestep.app.approval.events;

import java.util.Set;

/**
 * What people approved is no longer what a change would do, in the transaction that is still going on.
 *
 * @param by log-in of who edited it; that of Safe Step where devices were changed outside
 * @param givers log-ins of those whose approval counted until then
 */
public record ApprovalsBroken(int number, String by, Set<String> givers) {}
