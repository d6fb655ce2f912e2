package io.safestep.app.run.events;

import io.safestep.core.run.RunState;

/**
 * A run has come to its end.
 *
 * @param number of the change
 * @param written whether anything was written to any device
 * @param author the log-in of the person who asked for the change
 */
public record RunEnded(long runId, int number, String author, RunState state, boolean written, String verdict) {}
