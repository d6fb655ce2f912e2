package io.safestep.core.rule;

import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.stream.Stream;

/** What is wrong with a rule as it is written. */
final class RuleProblems {

    static final java.util.regex.Pattern PARAMETER = java.util.regex.Pattern.compile("\\{([a-z][a-z0-9_-]{0,39})}");

    private RuleProblems() {}

    static List<String> of(ConfigurationRule rule, Set<String> parameters) {
        List<String> problems = new ArrayList<>();
        if (rule.lines().isEmpty()) {
            problems.add("Write at least one line.");
        }
        if (rule.isTooLong()) {
            problems.add("At most 100 lines and 10 blocks, of at most 500 characters each.");
        }
        if (rule.kind() == RuleKind.MUST_MATCH) {
            pattern(rule.pattern(), problems);
        }
        Stream.of(rule.inside(), rule.lines(), List.of(rule.pattern()))
                .flatMap(List::stream)
                .forEach(text -> unknown(text, parameters, problems));
        Stream.of(rule.inside(), rule.lines()).flatMap(List::stream).forEach(line -> {
            int rest = line.indexOf("**");
            if (rest >= 0 && rest + 2 < line.length()) {
                problems.add("In \"" + line + "\", ** stands for all further words and must stand last.");
            }
        });
        return problems;
    }

    private static void pattern(String pattern, List<String> problems) {
        if (pattern.isEmpty()) {
            problems.add("Write the pattern that the lines have to match.");
            return;
        }
        try {
            Pattern.compile(filled(pattern, Map.of()));
        } catch (PatternSyntaxException e) {
            problems.add("\"" + pattern + "\" is not a pattern: " + e.getDescription() + ".");
        }
    }

    private static void unknown(String text, Set<String> parameters, List<String> problems) {
        Matcher matcher = PARAMETER.matcher(text);
        while (matcher.find()) {
            if (!parameters.contains(matcher.group(1))) {
                problems.add("{" + matcher.group(1) + "} has no value. Give it one, or use {device}, {site}, {role}.");
            }
        }
    }

    /** A pattern with values in it, which stand for themselves. */
    static String filled(String pattern, Map<String, String> values) {
        return PARAMETER
                .matcher(pattern)
                .replaceAll(m -> Matcher.quoteReplacement(Pattern.quote(values.getOrDefault(m.group(1), "x"))));
    }
}
