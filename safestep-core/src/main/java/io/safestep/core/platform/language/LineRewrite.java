package io.safestep.core.platform.language;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.platform.text.BoundedText;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Another way of writing the same line. Every line is brought into one form before it is compared.
 *
 * @param from the whole line in the other form
 * @param to the line in the form that counts: {@code $name} stands for a named group, {@code $length(name)} for the prefix
 *     length of a mask, {@code $network(name)} for a prefix with its host bits cleared
 */
public record LineRewrite(Pattern from, String to) {

    private static final Pattern REFERENCE = Pattern.compile("\\$(?:(length|network)\\(([a-zA-Z]+)\\)|([a-zA-Z]+))");

    /** The line in the form that counts; the line itself when it is not in the other form, however many blanks it has. */
    String apply(String line) {
        Matcher matcher = from.matcher(BoundedText.of(line));
        if (!matcher.matches()) {
            matcher = from.matcher(BoundedText.of(line.replaceAll(" {2,}", " ")));
            if (!matcher.matches()) {
                return line;
            }
        }
        return rewritten(matcher, line);
    }

    private String rewritten(Matcher matcher, String line) {
        try {
            return REFERENCE
                    .matcher(to)
                    .replaceAll(reference -> Matcher.quoteReplacement(
                            reference.group(1) == null
                                    ? matcher.group(reference.group(3))
                                    : computed(reference.group(1), matcher.group(reference.group(2)))));
        } catch (IllegalArgumentException e) {
            // A mask with holes, or a name that the pattern does not have: the line stays as it is.
            return line;
        }
    }

    private static String computed(String function, String value) {
        return function.equals("length")
                ? Integer.toString(InterfaceAddress.parse("0.0.0.0 " + value).length())
                : InterfaceAddress.parse(value).prefix().toString();
    }
}
