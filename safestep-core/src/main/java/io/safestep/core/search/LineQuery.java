package io.safestep.core.search;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import java.util.function.Predicate;
import java.util.function.Supplier;

/** What lines are looked for: those that hold a text, or those in which a pattern is found. Case does not count. */
public final class LineQuery {

    /** Makes a test for the use of one thread. */
    private final Supplier<Predicate<String>> tests;

    private LineQuery(Supplier<Predicate<String>> tests) {
        this.tests = tests;
    }

    /** Lines that hold the text, as it is. */
    public static LineQuery text(String text) {
        return new LineQuery(() -> line -> holds(line, text));
    }

    /**
     * Lines in which the pattern is found.
     *
     * @param pattern in the syntax of RE2, which takes linear time whatever the pattern
     * @throws IllegalArgumentException with a sentence when it is no pattern
     */
    public static LineQuery pattern(String pattern) {
        try {
            Pattern compiled = Pattern.compile(pattern, Pattern.CASE_INSENSITIVE);
            return new LineQuery(() -> {
                Matcher matcher = compiled.matcher("");
                return line -> matcher.reset(line).find();
            });
        } catch (PatternSyntaxException e) {
            throw new IllegalArgumentException("\"" + pattern + "\" is not a pattern: " + e.getDescription() + ".", e);
        }
    }

    Predicate<String> test() {
        return tests.get();
    }

    private static boolean holds(String line, String text) {
        int last = line.length() - text.length();
        for (int i = 0; i <= last; i++) {
            if (line.regionMatches(true, i, text, 0, text.length())) {
                return true;
            }
        }
        return false;
    }
}
