/**
 * Decisions about changes, each bound to the seal of what was seen. The front door is {@link
 * io.safestep.app.approval.Approvals}.
 */
package io.safestep.app.approval;
