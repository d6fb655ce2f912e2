package io.safestep.core.record;

/**
 * The first place at which a record is not as it was written.
 *
 * @param kind what is wrong there
 * @param number of the entry
 */
public record Break(Kind kind, long number) {

    /** What can be wrong with a record. */
    public enum Kind {
        /** What it says is not what it said, or it stands behind another entry than it did. */
        ALTERED,
        /** There is none of this number, though there are later ones. */
        MISSING,
        /** It hangs together with those before it, but it is not the one whose hash was kept: all was written anew. */
        REPLACED,
        /** The record ends before an entry whose hash was kept. */
        CUT
    }

    /** What it means, for people. */
    public String sentence() {
        return switch (kind) {
            case ALTERED -> "Entry " + number + " is not as it was written.";
            case MISSING -> "Entry " + number + " is missing.";
            case REPLACED ->
                "Entry " + number
                        + " is not the one whose hash was kept outside: the record was written anew before it.";
            case CUT ->
                "The record ends before entry " + number + ", whose hash was kept outside: its end was cut off.";
        };
    }
}
