package io.safestep.app.device;

import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;

/**
 * How a device stood when it was read last.
 *
 * @param baselineBackupId the version that it should hold; null while there is none
 * @param match whether it holds it
 * @param saved whether running and startup are the same
 */
public record Standing(Long baselineBackupId, Match match, Saved saved) {}
