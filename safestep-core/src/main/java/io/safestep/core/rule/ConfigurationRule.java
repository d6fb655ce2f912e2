package io.safestep.core.rule;

import java.util.List;
import java.util.Set;

/**
 * Something that a configuration must keep. In lines and blocks {@code *} stands for one word and {@code **}, at the end, for
 * all further ones; {@code {name}} stands for the value of a parameter.
 *
 * @param inside the blocks in which the lines stand, outermost first, such as {@code interface port *}; empty for the top
 *     level. The rule holds for every block that fits
 * @param lines one or more
 * @param pattern for {@link RuleKind#MUST_MATCH}, in the syntax of RE2, for the whole line; empty otherwise
 */
public record ConfigurationRule(RuleKind kind, List<String> inside, List<String> lines, String pattern) {

    private static final int MOST_LINES = 100;
    private static final int MOST_BLOCKS = 10;
    private static final int LONGEST = 500;

    public ConfigurationRule {
        inside = written(inside);
        lines = written(lines);
        pattern = pattern.strip();
    }

    private static List<String> written(List<String> texts) {
        return texts.stream().map(String::strip).filter(t -> !t.isEmpty()).toList();
    }

    /**
     * What is wrong with the rule itself, as sentences; empty when it can be used.
     *
     * @param parameters names of the parameters that have a value
     */
    public List<String> problems(Set<String> parameters) {
        return RuleProblems.of(this, parameters);
    }

    boolean isTooLong() {
        return lines.size() > MOST_LINES
                || inside.size() > MOST_BLOCKS
                || pattern.length() > LONGEST
                || lines.stream().anyMatch(l -> l.length() > LONGEST)
                || inside.stream().anyMatch(l -> l.length() > LONGEST);
    }
}
