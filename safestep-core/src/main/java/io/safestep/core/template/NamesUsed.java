package io.safestep.core.template;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The names that a template asks for, without those that it sets itself. */
final class NamesUsed {

    /** What stands in quotes inside a tag can't end it. */
    private static final String INSIDE = "((?:\"[^\"]*+\"|'[^']*+'|[^\"'])*?)";

    private static final Pattern TAG =
            Pattern.compile("\\{\\{" + INSIDE + "}}|\\{%-?\\s*(\\w+)" + INSIDE + "%}|\\{#.*?#}", Pattern.DOTALL);

    private static final Pattern TEXT_IN_QUOTES = Pattern.compile("\"(?:[^\"\\\\]|\\\\.)*\"|'(?:[^'\\\\]|\\\\.)*'");
    private static final Pattern WORD = Pattern.compile("([.|]\\s*)?\\b([a-zA-Z_]\\w*)\\b(\\s*[(=](?!=))?");
    private static final Set<String> WORDS_OF_THE_LANGUAGE = Set.of(
            "and",
            "or",
            "not",
            "in",
            "is",
            "if",
            "else",
            "elif",
            "true",
            "false",
            "none",
            "null",
            "empty",
            "div",
            "mod",
            "defined",
            "undefined",
            "loop",
            "range",
            "eq",
            "ne",
            "lt",
            "gt",
            "le",
            "ge",
            "for",
            "set",
            "endif",
            "endfor",
            "macro",
            "endmacro",
            "caller",
            "divisibleby",
            "even",
            "odd",
            "number",
            "string",
            "recursive");
    private static final String DEVICE = "device";

    private NamesUsed() {}

    static boolean isReserved(String name) {
        return name.equals(DEVICE) || WORDS_OF_THE_LANGUAGE.contains(name);
    }

    /** @return names in the order of their first use, each with the line of it, counted from 1 */
    static Map<String, Integer> in(String text) {
        Map<String, Integer> names = new LinkedHashMap<>();
        Set<String> own = new HashSet<>();
        Matcher tag = TAG.matcher(text);
        while (tag.find()) {
            int line = 1
                    + (int) text.substring(0, tag.start())
                            .chars()
                            .filter(c -> c == '\n')
                            .count();
            if (tag.group(1) != null) {
                addWords(tag.group(1), line, own, names);
            } else if (tag.group(2) != null) {
                addTag(tag.group(2), tag.group(3), line, own, names);
            }
        }
        return names;
    }

    private static void addTag(String tag, String rest, int line, Set<String> own, Map<String, Integer> names) {
        switch (tag) {
            case "raw", "endraw" -> {}
            case "for" -> {
                int in = rest.indexOf(" in ");
                if (in >= 0) {
                    own.addAll(words(rest.substring(0, in)));
                    addWords(rest.substring(in + 4), line, own, names);
                }
            }
            case "set" -> {
                int equals = rest.indexOf('=');
                if (equals >= 0) {
                    addWords(rest.substring(equals + 1), line, own, names);
                    own.addAll(words(rest.substring(0, equals)));
                } else {
                    own.addAll(words(rest));
                }
            }
            case "macro", "call" -> own.addAll(words(rest));
            default -> addWords(rest, line, own, names);
        }
    }

    private static void addWords(String expression, int line, Set<String> own, Map<String, Integer> names) {
        words(expression).stream().filter(word -> !own.contains(word)).forEach(word -> names.putIfAbsent(word, line));
    }

    /** Words that stand for values: no attributes, filters, functions or words of the language. */
    private static List<String> words(String expression) {
        List<String> words = new ArrayList<>();
        Matcher word = WORD.matcher(TEXT_IN_QUOTES.matcher(expression).replaceAll("\"\""));
        while (word.find()) {
            boolean otherwise = word.group(1) != null || word.group(3) != null;
            if (!otherwise && !isReserved(word.group(2))) {
                words.add(word.group(2));
            }
        }
        return words;
    }
}
