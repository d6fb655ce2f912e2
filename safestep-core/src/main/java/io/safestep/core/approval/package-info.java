/**
 * Whose approvals a change needs, by which rule, and whether it has them. The front doors are {@link
 * io.safestep.core.approval.ApprovalNeeds} and {@link io.safestep.core.approval.NeedStandings}.
 */
@NullMarked
package io.safestep.core.approval;

import org.jspecify.annotations.NullMarked;
