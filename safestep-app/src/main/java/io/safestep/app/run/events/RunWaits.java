package io.safestep.app.run.events;

/**
 * A run waits for a person who did not ask for that.
 *
 * @param number of the change
 * @param words what it waits for
 */
public record RunWaits(long runId, int number, String words) {}
