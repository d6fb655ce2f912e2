package io.safestep.drivers.trial;

import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * How one stage of a connection test went.
 *
 * @param words what was found, as a sentence
 * @param advice what to do about it; null when there is nothing to do
 */
public record StageResult(
        Stage stage,
        Outcome outcome,
        @Nullable String words,
        @Nullable String advice) {

    /** How a stage can end. */
    public enum Outcome {
        PASSED,
        FAILED,
        /** The device gives no way to tell. */
        NOT_KNOWN,
        NOT_REACHED;

        public String word() {
            return name().toLowerCase(Locale.ROOT).replace('_', ' ');
        }
    }
}
