/**
 * The record for people: read by choice, exported, proven ({@code heads}: what of it is kept outside; {@code looks}: who
 * looked at what). Entries are written by {@link io.safestep.app.audit.AuditLog}.
 */
@NullMarked
package io.safestep.app.record;

import org.jspecify.annotations.NullMarked;
