package io.safestep.core.platform.form;

import io.safestep.core.platform.text.ProfileException;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A name with a numbered word of a line in it: {@code vlan {2}}. A word that lists several values makes several names; of
 * a prefix only the address counts. {@code {above}} stands for the line that opens the block around, {@code {above 2}} for
 * the one around that, and so on.
 *
 * @param written the template as it stands in the profile
 */
public record MentionTemplate(String written) {

    private static final Pattern WORD = Pattern.compile("\\{(\\d{1,2})}");
    private static final Pattern ABOVE = Pattern.compile("\\{above(?: (\\d{1,2}))?}");
    private static final Pattern BRACED = Pattern.compile("\\{[^}]*}?");

    /** @throws ProfileException when it names a word that the form does not have */
    public static MentionTemplate parse(String written, int words) {
        Matcher matcher = BRACED.matcher(written);
        int named = 0;
        while (matcher.find()) {
            Matcher word = WORD.matcher(matcher.group());
            if (word.matches()) {
                named++;
                checkNumber(written, Integer.parseInt(word.group(1)), words);
            } else if (!ABOVE.matcher(matcher.group()).matches()) {
                throw new ProfileException("In \"" + written + "\", \"" + matcher.group()
                        + "\" can't be read: write {2} for the second word of the form, {above} for the line that opens"
                        + " the block around, or {above 2} for the one around that.");
            }
        }
        if (named > 1) {
            throw new ProfileException("\"" + written + "\" names more than one word of the form; one can be named.");
        }
        return new MentionTemplate(written);
    }

    private static void checkNumber(String written, int number, int words) {
        if (number < 1 || number > words) {
            throw new ProfileException(
                    "\"" + written + "\" speaks of word " + number + ", but the form has only " + words + " words.");
        }
    }

    /** @param above the lines that open the blocks around, outermost first */
    List<String> names(List<WordType> types, List<String> words, List<String> above) {
        String named = withLinesAbove(above);
        Matcher matcher = WORD.matcher(named);
        if (!matcher.find()) {
            return List.of(named);
        }
        int index = Integer.parseInt(matcher.group(1)) - 1;
        List<String> names = new ArrayList<>();
        for (String value : values(types.get(index), words.get(index))) {
            names.add(named.substring(0, matcher.start()) + value + named.substring(matcher.end()));
        }
        return names;
    }

    private String withLinesAbove(List<String> above) {
        if (!written.contains("{above")) {
            return written;
        }
        return ABOVE.matcher(written).replaceAll(reference -> {
            int level = reference.group(1) == null ? 1 : Integer.parseInt(reference.group(1));
            int index = above.size() - level;
            return Matcher.quoteReplacement(index < 0 || index >= above.size() ? "" : above.get(index));
        });
    }

    private static List<String> values(WordType type, String word) {
        if (type instanceof WordType.VlanList) {
            return List.of(word.split(","));
        }
        if (type instanceof WordType.Prefix) {
            return List.of(word.substring(0, word.indexOf('/')));
        }
        return List.of(word);
    }
}
