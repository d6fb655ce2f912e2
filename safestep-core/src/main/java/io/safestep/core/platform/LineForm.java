package io.safestep.core.platform;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * One form that a line of the configuration language can take, for example {@code address <prefix>} inside an
 * interface.
 *
 * @param written the form as it stands in the profile
 * @param words the kinds of its words, in order
 * @param blocks names of the blocks in which the form may stand; the empty name is the top level
 * @param keyWords how many leading words tell this line from its siblings: a second line with the same key replaces the
 *     first. Zero means that the whole line is the key, so that several may stand side by side
 * @param opens the name of the block that the line opens, or null for a line without lines beneath it
 * @param ordered whether the order of the lines beneath counts
 * @param hidden whether the device shows the word {@code hidden} in place of the secret
 * @param keyLeaves in structured configurations, the names of the leaves whose values follow the first word of the line
 * @param module in structured configurations, the namespace (XML) or module (JSON) of an element at the top level; else
 *     null
 * @param defines what is there because of the line
 * @param refers what has to be there for the line to work
 * @param takes what only one line of the configuration may have
 */
record LineForm(
        String written,
        List<WordType> words,
        List<String> blocks,
        int keyWords,
        String opens,
        boolean ordered,
        boolean hidden,
        List<String> keyLeaves,
        String module,
        List<MentionTemplate> defines,
        List<MentionTemplate> refers,
        List<MentionTemplate> takes) {

    /** What a device shows in place of a secret that it never shows. */
    static final String HIDDEN_VALUE = "hidden";

    private static final Pattern WORD = Pattern.compile("<[^>]*>|\\S+");

    /** The kinds of words of a form as it stands in a profile. */
    static List<WordType> words(String written) {
        List<WordType> words = new ArrayList<>();
        Matcher matcher = WORD.matcher(written);
        while (matcher.find()) {
            words.add(WordType.parse(matcher.group()));
        }
        return List.copyOf(words);
    }

    /** Whether the text of a line goes on over the lines beneath, up to its end mark. */
    boolean holdsText() {
        return words.get(words.size() - 1) instanceof WordType.EndMark;
    }

    boolean isContainer() {
        return opens != null && keyLeaves.isEmpty();
    }

    boolean holdsSecret() {
        for (WordType type : words) {
            if (type instanceof WordType.Secret) {
                return true;
            }
        }
        return false;
    }

    /** Whether such lines have anything to do with lines elsewhere. */
    boolean mentionsAny() {
        return !defines.isEmpty() || !refers.isEmpty() || !takes.isEmpty();
    }

    /** What a line of this form has to do with lines elsewhere. */
    Mentions mentions(List<String> found, String above) {
        if (!mentionsAny()) {
            return Mentions.NONE;
        }
        return new Mentions(names(defines, found, above), names(refers, found, above), names(takes, found, above));
    }

    private List<String> names(List<MentionTemplate> templates, List<String> found, String above) {
        return templates.stream()
                .flatMap(template -> template.names(words, found, above).stream())
                .toList();
    }

    List<LineWord> lineWords(List<String> found) {
        List<LineWord> lineWords = new ArrayList<>();
        for (int i = 0; i < found.size(); i++) {
            lineWords.add(new LineWord(found.get(i), !(words.get(i) instanceof WordType.Literal)));
        }
        return lineWords;
    }

    /** The fixed words with which the form begins. */
    String beginning() {
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
    List<String> keyValues(List<String> found) {
        int words = keyWords == 0 ? found.size() : keyWords;
        List<String> values = new ArrayList<>();
        for (int i = 0; i < words; i++) {
            if (!(this.words.get(i) instanceof WordType.Literal)) {
                values.add(found.get(i));
            }
        }
        return values;
    }

    /** The element of a structured configuration that the line stands for. */
    StructuredElement element() {
        StructuredElement.Kind kind;
        if (opens != null) {
            kind = keyLeaves.isEmpty() ? StructuredElement.Kind.CONTAINER : StructuredElement.Kind.LIST;
        } else if (words.size() == 1) {
            kind = StructuredElement.Kind.EMPTY;
        } else {
            kind = keyWords == 0 ? StructuredElement.Kind.LEAF_LIST : StructuredElement.Kind.LEAF;
        }
        return new StructuredElement(
                firstWord(),
                kind,
                keyLeaves,
                words.stream().skip(1).map(LineForm::valueType).toList(),
                module);
    }

    private static StructuredElement.ValueType valueType(WordType type) {
        if (type instanceof WordType.WholeNumber) {
            return StructuredElement.ValueType.NUMBER;
        }
        boolean yesOrNo = type instanceof WordType.Choice choice
                && choice.words().stream().allMatch(w -> w.matches("true|false"));
        return yesOrNo ? StructuredElement.ValueType.BOOLEAN : StructuredElement.ValueType.TEXT;
    }

    /** The first word, by which a person looks for the form. */
    String firstWord() {
        return written.split("\\s+", 2)[0];
    }

    /** The words of the line when it has this form: typed words one by one, a free text as one. */
    Optional<List<String>> match(String line) {
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

    private static int skipBlanks(String line, int from) {
        int at = from;
        while (at < line.length() && line.charAt(at) == ' ') {
            at++;
        }
        return at;
    }

    static int wordEnd(String line, int from) {
        int end = line.indexOf(' ', from);
        return end < 0 ? line.length() : end;
    }

    /** How many leading words of the line fit; for finding the nearest form of a line that fits none. */
    int fittingWords(String line) {
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
    String complaint(String line) {
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
