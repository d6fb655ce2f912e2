/**
 * The record: who did what when, as a chain that shows when something was altered. The front door is {@link
 * io.safestep.app.audit.AuditLog}.
 */
@NullMarked
package io.safestep.app.audit;

import org.jspecify.annotations.NullMarked;
