package io.safestep.app.job;

import java.time.Instant;
import java.util.Optional;

/**
 * What is to be done for a stored job. A job that fails is tried again after ten seconds; one that a dead process left is
 * taken over by another, so that it may be called more than once for the same id.
 */
public interface JobHandler {

    /** The kind of job; stays the same for ever, since it is stored. */
    String name();

    /** Whether it belongs to a run, which nothing else may keep waiting. */
    default boolean urgent() {
        return false;
    }

    /**
     * @param id which job of its kind, as it was given when it was stored
     * @return when it is to go on, UTC; empty when it is done
     */
    Optional<Instant> execute(String id);
}
