package io.safestep.app.record.looks;

import java.time.Instant;

/**
 * That somebody looked at something, told once an hour.
 *
 * @param id grows with time
 * @param at of the first look in that hour, UTC
 * @param person log-in
 * @param subject as the record calls it
 * @param part what of it; empty for the thing itself
 */
public record LookedAt(long id, Instant at, String person, String subject, String part) {}
