package io.safestep.app.run;

import io.safestep.core.run.RunState;

/**
 * A run has come to its end.
 *
 * @param number of the change
 */
public record RunEnded(long runId, int number, RunState state, String verdict) {}
