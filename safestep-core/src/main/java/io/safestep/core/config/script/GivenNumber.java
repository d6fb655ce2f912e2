package io.safestep.core.config.script;

import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Lines in which the device fills in a number: {@code {next 5}} stands for the next multiple of five after the largest. */
final class GivenNumber {

    private static final Pattern NEXT = Pattern.compile("\\{next (\\d+)}");

    private GivenNumber() {}

    /**
     * The line with its number.
     *
     * @param siblings the lines beside it; those that begin with the same words count
     */
    static String in(String line, List<String> siblings) {
        Matcher next = NEXT.matcher(line);
        if (!next.find()) {
            return line;
        }
        String beginning = line.substring(0, next.start());
        long step = Long.parseLong(next.group(1));
        long largest = siblings.stream()
                .filter(text -> text.startsWith(beginning))
                .map(text -> text.substring(beginning.length()).split(" ", 2)[0])
                .filter(word -> word.matches("\\d{1,15}"))
                .mapToLong(Long::parseLong)
                .max()
                .orElse(0);
        return beginning + (largest / step + 1) * step + line.substring(next.end());
    }

    /** Whether a line is the other one with some number in it. */
    static boolean fits(String line, String text) {
        Matcher next = NEXT.matcher(line);
        return next.find()
                ? text.matches(Pattern.quote(line.substring(0, next.start())) + "\\d+"
                        + Pattern.quote(line.substring(next.end())))
                : text.equals(line);
    }
}
