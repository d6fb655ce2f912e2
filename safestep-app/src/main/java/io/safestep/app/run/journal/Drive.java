package io.safestep.app.run.journal;

/**
 * The right to drive a run, until another process takes it over.
 *
 * @param epoch goes up with every process that takes the run over; one with an older number writes nothing more
 */
public record Drive(long runId, int epoch) {}
