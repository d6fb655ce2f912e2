package io.safestep.core.rule;

import java.util.Map;
import java.util.regex.Matcher;

/** A line of a rule with its values: words, of which some stand for any. */
final class LineTemplate {

    private final String text;
    private final String[] words;

    LineTemplate(String written, Map<String, String> values) {
        text = RuleProblems.PARAMETER
                .matcher(written)
                .replaceAll(m -> Matcher.quoteReplacement(values.getOrDefault(m.group(1), m.group())));
        words = text.split(" +");
    }

    /** Whether it says exactly which line is meant. */
    boolean isLiteral() {
        for (String word : words) {
            if (word.equals("*") || word.equals("**")) {
                return false;
            }
        }
        return true;
    }

    boolean fits(String line) {
        String[] others = line.split(" +");
        for (int i = 0; i < words.length; i++) {
            if (words[i].equals("**")) {
                return others.length > i;
            }
            if (i >= others.length || !words[i].equals("*") && !words[i].equals(others[i])) {
                return false;
            }
        }
        return others.length == words.length;
    }

    String text() {
        return text;
    }
}
