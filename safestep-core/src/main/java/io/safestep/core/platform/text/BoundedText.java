package io.safestep.core.platform.text;

/**
 * A text for patterns that somebody wrote in a profile: after so many looks at its characters that only a pattern that
 * never ends can need them, it refuses. Counted instead of timed, so that the same text always gives the same answer.
 */
public final class BoundedText implements CharSequence {

    private static final long LOOKS_AT_LEAST = 2_000_000;
    private static final long LOOKS_PER_CHARACTER = 200;

    /** The pattern tries more and more ways to fit, without an end. */
    public static final class EndlessPatternException extends RuntimeException {
        EndlessPatternException() {
            super("A pattern of the platform profile does not come to an end on what the device says."
                    + " Rewrite it without repeats inside repeats.");
        }
    }

    private static final class Budget {
        private long left;

        Budget(int length) {
            left = LOOKS_AT_LEAST + LOOKS_PER_CHARACTER * length;
        }
    }

    private final CharSequence text;
    private final Budget budget;

    private BoundedText(CharSequence text, Budget budget) {
        this.text = text;
        this.budget = budget;
    }

    public static BoundedText of(CharSequence text) {
        return new BoundedText(text, new Budget(text.length()));
    }

    @Override
    public int length() {
        return text.length();
    }

    /** @throws EndlessPatternException when it was looked at too often */
    @Override
    public char charAt(int index) {
        if (--budget.left < 0) {
            throw new EndlessPatternException();
        }
        return text.charAt(index);
    }

    @Override
    public CharSequence subSequence(int start, int end) {
        return new BoundedText(text.subSequence(start, end), budget);
    }

    @Override
    public String toString() {
        return text.toString();
    }
}
