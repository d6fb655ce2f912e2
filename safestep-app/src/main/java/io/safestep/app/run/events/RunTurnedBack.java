package io.safestep.app.run.events;

import java.util.List;

/**
 * Told inside the transaction in which a run ends that did not succeed.
 *
 * @param devices names of those to which it had written
 */
public record RunTurnedBack(long runId, List<String> devices) {}
