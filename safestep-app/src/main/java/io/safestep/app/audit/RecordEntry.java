package io.safestep.app.audit;

import java.time.Instant;

/**
 * @param at when, UTC
 * @param person log-in name of who did it; {@code safe-step} for the software itself
 * @param action what was done, in a few words
 * @param detail a sentence
 */
public record RecordEntry(Instant at, String person, String action, String detail) {}
