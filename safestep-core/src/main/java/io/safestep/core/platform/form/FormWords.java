package io.safestep.core.platform.form;

import io.safestep.core.platform.form.WordType.Choice;
import io.safestep.core.platform.form.WordType.EndMark;
import io.safestep.core.platform.form.WordType.FreeText;
import io.safestep.core.platform.form.WordType.Literal;
import io.safestep.core.platform.form.WordType.WholeNumber;
import io.safestep.core.platform.text.ProfileException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads the words of a form as they stand in a profile. Whatever can't be meant is refused, with what to write instead. */
public final class FormWords {

    private static final Pattern WORD = Pattern.compile("<[^<>]*>|\\S+");
    private static final Pattern NUMBER = Pattern.compile("number +(-?\\d{1,15})-(-?\\d{1,15})");
    private static final Pattern TEXT = Pattern.compile("text +(\\d{1,6})");

    private static final Map<String, WordType> KINDS = new LinkedHashMap<>();

    static {
        KINDS.put("address", new WordType.Address());
        KINDS.put("prefix", new WordType.Prefix());
        KINDS.put("vlans", new WordType.VlanList());
        KINDS.put("word", new WordType.PlainWord());
        KINDS.put("token", new WordType.Token());
        KINDS.put("secret", new WordType.Secret());
        KINDS.put("text", new FreeText(0));
        KINDS.put("number64", new WordType.Number64());
        KINDS.put("decimal", new WordType.Decimal());
        KINDS.put("identity", new WordType.Identity());
        KINDS.put("path", new WordType.InstancePath());
        KINDS.put("end-mark", new EndMark());
    }

    private FormWords() {}

    /** @throws ProfileException when a word can't be meant */
    public static List<WordType> parse(String written) {
        List<WordType> words = new ArrayList<>();
        Matcher matcher = WORD.matcher(written);
        while (matcher.find()) {
            words.add(word(matcher.group()));
        }
        if (words.isEmpty()) {
            throw new ProfileException("The form has no words.");
        }
        for (int i = 0; i < words.size() - 1; i++) {
            if (words.get(i) instanceof FreeText || words.get(i) instanceof EndMark) {
                throw new ProfileException("In \"" + written + "\", "
                        + (words.get(i) instanceof FreeText ? "<text>" : "<end-mark>")
                        + " takes the rest of the line and has to stand last.");
            }
        }
        return List.copyOf(words);
    }

    /** One word, plain or between angle brackets. */
    static WordType word(String written) {
        boolean opens = written.startsWith("<");
        if (!opens || !written.endsWith(">") || written.length() == 1) {
            if (written.indexOf('<') >= 0 || opens) {
                throw new ProfileException("\"" + written
                        + "\" can't be read: a kind of word stands alone between < and >, with blanks around it.");
            }
            return new Literal(written);
        }
        String inner = written.substring(1, written.length() - 1).strip();
        if (inner.indexOf('|') >= 0) {
            return choice(inner);
        }
        if (inner.equals("number") || inner.startsWith("number ")) {
            return number(inner);
        }
        Matcher text = TEXT.matcher(inner);
        if (text.matches() && Integer.parseInt(text.group(1)) > 0) {
            return new FreeText(Integer.parseInt(text.group(1)));
        }
        WordType kind = KINDS.get(inner);
        if (kind == null) {
            throw new ProfileException("<" + inner + "> is no kind of word; there are "
                    + String.join(", ", KINDS.keySet()) + ", number A-B, text N and choices of fixed words with |.");
        }
        return kind;
    }

    private static WordType number(String inner) {
        Matcher matcher = NUMBER.matcher(inner);
        if (!matcher.matches()) {
            throw new ProfileException("<" + inner + "> can't be read: write <number 1-4094>.");
        }
        long least = Long.parseLong(matcher.group(1));
        long most = Long.parseLong(matcher.group(2));
        if (least > most) {
            throw new ProfileException(
                    "<" + inner + "> holds no number: the smaller one stands first, as in <number 1-4094>.");
        }
        return new WholeNumber(least, most);
    }

    private static WordType choice(String inner) {
        List<String> words = List.of(inner.split("\\|", -1));
        for (String word : words) {
            if (KINDS.containsKey(word.strip()) || word.strip().startsWith("number ")) {
                throw new ProfileException("<" + inner + "> chooses between fixed words, and \"" + word.strip()
                        + "\" is a kind of word. Write a form for each, one with <" + word.strip() + ">.");
            }
            if (word.isBlank() || word.strip().indexOf(' ') >= 0) {
                throw new ProfileException(
                        "<" + inner + "> can't be read: write one word on each side of |, as in <tcp|udp>.");
            }
        }
        List<String> stripped = words.stream().map(String::strip).toList();
        if (new HashSet<>(stripped).size() < stripped.size()) {
            throw new ProfileException("<" + inner + "> names the same word twice.");
        }
        return new Choice(stripped);
    }
}
