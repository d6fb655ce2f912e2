package io.safestep.app.run;

/**
 * A run waits for a person.
 *
 * @param words what it waits for
 */
public record RunWaits(long runId, String words) {}
