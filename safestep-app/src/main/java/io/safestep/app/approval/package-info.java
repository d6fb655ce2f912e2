/**
 * Decisions about changes, each bound to the seal of what was seen. The front door is {@link
 * io.safestep.app.approval.Approvals}.
 */
@NullMarked
package io.safestep.app.approval;

import org.jspecify.annotations.NullMarked;
