package io.safestep.app.record.heads;

import io.safestep.core.record.RecordHead;
import java.time.Duration;
import java.time.Instant;

/** Writes heads to one place outside the database. */
interface HeadWriter {

    HeadPlace place();

    /** Whether it is said where. */
    boolean isOn();

    /** Where, for people. */
    String where();

    /** How long at least between two of them that are written by themselves. */
    Duration every();

    /**
     * @param at now, UTC
     * @throws NotWritten when it does not stand there
     */
    void write(RecordHead head, Instant at);

    /** Says, as a sentence, why a head could not be written. */
    final class NotWritten extends RuntimeException {

        private static final long serialVersionUID = 1L;

        NotWritten(String sentence, Exception cause) {
            super(sentence, cause);
        }
    }
}
