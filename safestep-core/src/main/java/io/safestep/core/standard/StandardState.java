package io.safestep.core.standard;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** Where a standard change stands. */
public enum StandardState {
    WRITTEN("being written"),
    ASKED("waits for its approval"),
    RETURNED("came back to its author"),
    /** Changes within its bounds need no approval of their own. */
    IN_FORCE("in force"),
    SUSPENDED("suspended"),
    ENDED("its time is over"),
    RETIRED("retired");

    private final String words;

    StandardState(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /**
     * Of what was approved last, whatever is written anew beside it.
     *
     * @param validUntil UTC
     * @param suspendedAt UTC; null while it is not
     * @param retiredAt UTC; null while it is not
     */
    public static StandardState approved(
            Instant validUntil, @Nullable Instant suspendedAt, @Nullable Instant retiredAt, Instant now) {
        if (retiredAt != null && !now.isBefore(retiredAt)) {
            return RETIRED;
        }
        if (suspendedAt != null && !now.isBefore(suspendedAt)) {
            return SUSPENDED;
        }
        return now.isBefore(validUntil) ? IN_FORCE : ENDED;
    }
}
