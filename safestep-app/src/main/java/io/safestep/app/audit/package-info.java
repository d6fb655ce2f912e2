/**
 * The record: who did what when, as a chain that shows when something was altered. The front door is {@link
 * io.safestep.app.audit.AuditLog}.
 */
package io.safestep.app.audit;
