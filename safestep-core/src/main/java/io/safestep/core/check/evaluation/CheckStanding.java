package io.safestep.core.check.evaluation;

import org.jspecify.annotations.Nullable;

/** How a check stands on one device of a run, from the first look to the last. */
public enum CheckStanding {
    NOT_YET("not yet"),
    LOOKED_AT_BEFORE("looked at before"),
    FAILED_BEFORE("failed before"),
    ASKING("asks a person"),
    PASSED(CheckOutcome.PASSED.word()),
    WARNED(CheckOutcome.WARNED.word()),
    /** May be incomplete until another change has run. */
    INCOMPLETE(CheckOutcome.NOT_YET.word()),
    FAILED(CheckOutcome.FAILED.word()),
    AS_BEFORE("as before"),
    FAILED_AND_UNDONE("failed, undone"),
    NOT_AS_BEFORE("not as before");

    private final String word;

    CheckStanding(String word) {
        this.word = word;
    }

    /** In a few words, lower case. */
    public String word() {
        return word;
    }

    /**
     * @param before what came of the look before the change; null when there was none
     * @param after what came of the latest look after the change; null when there was none
     * @param undone what came of the latest look after an undo; null when there was none
     * @param asking whether a person is asked now
     */
    public static CheckStanding of(
            @Nullable CheckOutcome before,
            @Nullable CheckOutcome after,
            @Nullable CheckOutcome undone,
            boolean asking) {
        if (asking) {
            return ASKING;
        }
        if (undone != null) {
            return undone != CheckOutcome.PASSED
                    ? NOT_AS_BEFORE
                    : after == CheckOutcome.FAILED ? FAILED_AND_UNDONE : AS_BEFORE;
        }
        if (after != null) {
            return of(after);
        }
        if (before == null) {
            return NOT_YET;
        }
        return switch (before) {
            case PASSED -> LOOKED_AT_BEFORE;
            case FAILED -> FAILED_BEFORE;
            case WARNED, NOT_YET -> of(before);
        };
    }

    private static CheckStanding of(CheckOutcome outcome) {
        return switch (outcome) {
            case PASSED -> PASSED;
            case WARNED -> WARNED;
            case NOT_YET -> INCOMPLETE;
            case FAILED -> FAILED;
        };
    }
}
