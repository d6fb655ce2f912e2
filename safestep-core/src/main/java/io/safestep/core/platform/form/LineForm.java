package io.safestep.core.platform.form;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * One form that a line of the configuration language can take, for example {@code address <prefix>} inside an
 * interface.
 *
 * @param written the form as it stands in the profile
 * @param words the kinds of its words, in order
 * @param blocks names of the blocks in which the form may stand; the empty name is the top level
 * @param key which words tell the line from its siblings: a second line with the same key replaces the first
 * @param beneath the block that the line opens; null for a line without lines beneath it
 * @param removal how the device takes the line away
 * @param becomes what the device makes of the line, from the top level down; empty where it keeps it as it is typed
 * @param hidden whether the device shows the word {@code hidden} in place of the secret
 * @param takesAlong whether the device drops with the line every other one that refers to what it defines
 * @param overwrites whether it takes the place of a line with the same key; otherwise that one has to be taken away first
 * @param structured what only structured configurations ask
 * @param mentions what the line has to do with lines elsewhere
 */
public record LineForm(
        String written,
        List<WordType> words,
        List<String> blocks,
        KeyWords key,
        @Nullable Beneath beneath,
        Removal removal,
        List<LineTemplate> becomes,
        boolean hidden,
        boolean takesAlong,
        boolean overwrites,
        StructuredForm structured,
        MentionTemplates mentions) {

    /** What a device shows in place of a secret that it never shows. */
    public static final String HIDDEN_VALUE = "hidden";

    /** Whether the text of a line goes on over the lines beneath, up to its end mark. */
    public boolean holdsText() {
        return words.get(words.size() - 1) instanceof WordType.EndMark;
    }

    /** Whether it is a container without presence: nothing without nodes beneath it (RFC 7950, section 7.5.1). */
    public boolean goesEmpty() {
        return beneath != null && structured.keyLeaves().isEmpty() && !structured.presence();
    }

    public boolean holdsSecret() {
        for (WordType type : words) {
            if (type instanceof WordType.Secret) {
                return true;
            }
        }
        return false;
    }

    /** Whether it begins with the word that otherwise removes a line: a line that the device shows, with an opposite. */
    public boolean isNegative(String negation) {
        return words.size() > 1 && words.get(0).equals(new WordType.Literal(negation));
    }

    /** What a line of this form has to do with lines elsewhere. */
    public Mentions mentions(List<String> found, List<String> above) {
        return mentions.isEmpty() ? Mentions.NONE : mentions.in(words, found, above);
    }

    public List<LineWord> lineWords(List<String> found) {
        List<LineWord> lineWords = new ArrayList<>();
        for (int i = 0; i < found.size(); i++) {
            lineWords.add(new LineWord(found.get(i), !(words.get(i) instanceof WordType.Literal)));
        }
        return lineWords;
    }

    /** The fixed words with which the form begins. */
    public String beginning() {
        StringBuilder beginning = new StringBuilder();
        for (WordType type : words) {
            if (!(type instanceof WordType.Literal literal)) {
                break;
            }
            beginning.append(literal.word()).append(' ');
        }
        return beginning.toString();
    }

    /** Of the words of a line's key those that vary. */
    public List<String> keyValues(List<String> found) {
        List<String> values = new ArrayList<>();
        for (int i = 0; i < found.size(); i++) {
            if (key.holds(i) && !(words.get(i) instanceof WordType.Literal)) {
                values.add(found.get(i));
            }
        }
        return values;
    }

    /**
     * What the device would name the line by, from the words that a command names.
     *
     * @param found words by their places
     * @return the key of the line; the whole line where that is its key
     */
    public String keyOf(Map<Integer, String> found) {
        List<String> all = new ArrayList<>();
        for (int i = 0; i < words.size(); i++) {
            all.add(words.get(i) instanceof WordType.Literal literal ? literal.word() : found.getOrDefault(i, "?"));
        }
        return key.of(String.join(" ", all), all);
    }

    /** The element of a structured configuration that the line stands for. */
    public StructuredElement element() {
        StructuredElement.Kind kind;
        if (beneath != null) {
            kind = structured.keyLeaves().isEmpty() ? StructuredElement.Kind.CONTAINER : StructuredElement.Kind.LIST;
        } else if (words.size() == 1) {
            kind = StructuredElement.Kind.EMPTY;
        } else {
            kind = key.isWholeLine() ? StructuredElement.Kind.LEAF_LIST : StructuredElement.Kind.LEAF;
        }
        return new StructuredElement(
                firstWord(),
                firstWord().substring(firstWord().indexOf(':') + 1),
                kind,
                structured.keyLeaves(),
                words.stream().skip(1).map(LineForm::valueType).toList(),
                structured.module());
    }

    private static StructuredElement.ValueType valueType(WordType type) {
        if (type instanceof WordType.WholeNumber) {
            return StructuredElement.ValueType.NUMBER;
        }
        if (type instanceof WordType.Identity) {
            return StructuredElement.ValueType.IDENTITY;
        }
        if (type instanceof WordType.InstancePath) {
            return StructuredElement.ValueType.PATH;
        }
        boolean yesOrNo = type instanceof WordType.Choice choice
                && choice.words().stream().allMatch(w -> w.matches("true|false"));
        return yesOrNo ? StructuredElement.ValueType.BOOLEAN : StructuredElement.ValueType.TEXT;
    }

    /** The words of a line in the one form that counts. */
    public List<String> canonical(List<String> found) {
        List<String> canonical = found;
        for (int i = 0; i < found.size(); i++) {
            if (words.get(i) instanceof WordType.Decimal) {
                canonical = canonical == found ? new ArrayList<>(found) : canonical;
                canonical.set(i, WordType.Decimal.canonical(found.get(i)));
            }
        }
        return canonical;
    }

    /** The first word, by which a person looks for the form. */
    public String firstWord() {
        return words.get(0) instanceof WordType.Literal literal ? literal.word() : written.split("\\s+", 2)[0];
    }

    /** Whether lines of this form begin with a value, such as a number. */
    public boolean beginsWithValue() {
        return !(words.get(0) instanceof WordType.Literal);
    }

    /** The words of the line when it has this form: typed words one by one, a free text as one. */
    public Optional<List<String>> match(String line) {
        List<String> found = new ArrayList<>(words.size());
        int at = skipBlanks(line, 0);
        for (WordType type : words) {
            if (at >= line.length()) {
                return Optional.empty();
            }
            int end = type instanceof WordType.FreeText ? line.length() : wordEnd(line, at);
            if (type instanceof WordType.Literal literal) {
                if (!literal.standsAt(line, at, end)) {
                    return Optional.empty();
                }
                found.add(literal.word());
                at = skipBlanks(line, end);
                continue;
            }
            String word = line.substring(at, end);
            String value = type instanceof WordType.FreeText ? word.strip() : word;
            if (!type.accepts(value)) {
                return Optional.empty();
            }
            found.add(value);
            at = skipBlanks(line, end);
        }
        return at >= line.length() ? Optional.of(found) : Optional.empty();
    }

    static int skipBlanks(String line, int from) {
        int at = from;
        while (at < line.length() && line.charAt(at) == ' ') {
            at++;
        }
        return at;
    }

    public static int wordEnd(String line, int from) {
        int end = line.indexOf(' ', from);
        return end < 0 ? line.length() : end;
    }

    /** How many leading words of the line fit; for finding the nearest form of a line that fits none. */
    public int fittingWords(String line) {
        String[] given = line.strip().split("\\s+");
        int count = 0;
        for (WordType type : words) {
            if (count >= given.length || !type.accepts(given[count])) {
                break;
            }
            count++;
        }
        return count;
    }

    /** What stands wrong in a line that does not fit, as a sentence. */
    public String complaint(String line) {
        String[] given = line.strip().split("\\s+");
        int fits = fittingWords(line);
        if (fits == words.size()) {
            return "Nothing may follow \"" + String.join(" ", List.of(given).subList(0, fits)) + "\".";
        }
        String expected = words.get(fits).expectation();
        return fits < given.length
                ? "\"" + given[fits] + "\" does not fit: expected " + expected + "."
                : "The line ends too early: expected " + expected + ".";
    }
}
