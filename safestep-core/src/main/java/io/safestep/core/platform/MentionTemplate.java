package io.safestep.core.platform;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A name with a numbered word of a line in it: {@code vlan {2}}. A word that lists several values makes several names; of
 * a prefix only the address counts. {@code {above}} stands for the line that opens the block around.
 *
 * @param written the template as it stands in the profile
 */
record MentionTemplate(String written) {

    private static final Pattern WORD = Pattern.compile("\\{(\\d{1,2})}");

    /** @throws ProfileException when it names a word that the form does not have */
    static MentionTemplate parse(String written, int words) {
        Matcher matcher = WORD.matcher(written);
        int named = 0;
        while (matcher.find()) {
            named++;
            int number = Integer.parseInt(matcher.group(1));
            if (number < 1 || number > words) {
                throw new ProfileException("\"" + written + "\" speaks of word " + number + ", but the form has only "
                        + words + " words.");
            }
        }
        if (named > 1) {
            throw new ProfileException("\"" + written + "\" names more than one word of the form; one can be named.");
        }
        return new MentionTemplate(written);
    }

    List<String> names(List<WordType> types, List<String> words, String above) {
        String named = written.replace("{above}", above);
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
