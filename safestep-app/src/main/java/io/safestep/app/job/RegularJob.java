package io.safestep.app.job;

import java.time.Duration;

/** Something that is done again and again, by one process at a time, as long as Safe Step runs. */
public interface RegularJob {

    /** Its name; stays the same for ever, since it is stored. */
    String name();

    /** How long after the end of one time the next begins. */
    Duration every();

    void execute();
}
