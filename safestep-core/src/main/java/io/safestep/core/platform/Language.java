package io.safestep.core.platform;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * How a platform writes its configuration: indentation, removal, and the forms that lines can take. Every question is
 * asked with the name of the block in which the line stands; the empty name is the top level.
 */
public final class Language {

    /** Shown in place of a secret. Always the same, so that its length tells nothing. */
    public static final String MASK = "‹secret›";

    /** The name of a block opened by a line that no form describes. */
    public static final String UNKNOWN_BLOCK = "?";

    /** The name of the block of lines that belong to the text of the line above them. */
    public static final String TEXT_BLOCK = "text";

    /** In which shape a device gives its configuration. */
    public enum Format {
        /** Lines in blocks told by indentation. */
        INDENTED,
        /** XML, as NETCONF carries it (RFC 6241). */
        XML,
        /** JSON, as RESTCONF carries it (RFC 7951). */
        JSON
    }

    /** Of files that are no configuration: every line stands for itself. */
    public static final Language PLAIN_TEXT = new Language(
            Format.INDENTED, 1, "\u0000", "\u0000", List.of(), List.of(), List.of(), List.of(), null, List.of());

    private final Format format;
    private final int indent;
    private final String comment;
    private final String negation;
    private final List<VolatileLine> volatileLines;
    private final List<String> secretWords;
    private final List<LineRewrite> rewrites;
    private final Set<String> defaults;
    private final Pattern lastLine;
    private final FormIndex forms;
    private final Complaints complaints;

    Language(
            Format format,
            int indent,
            String comment,
            String negation,
            List<Pattern> volatileLines,
            List<String> secretWords,
            List<LineRewrite> rewrites,
            List<String> defaults,
            Pattern lastLine,
            List<LineForm> forms) {
        this.format = format;
        this.indent = indent;
        this.comment = comment;
        this.negation = negation;
        this.volatileLines = volatileLines.stream().map(VolatileLine::of).toList();
        this.secretWords = List.copyOf(secretWords);
        this.rewrites = List.copyOf(rewrites);
        this.defaults = Set.copyOf(defaults);
        this.lastLine = lastLine;
        this.forms = new FormIndex(forms);
        this.complaints = new Complaints(this, this.forms);
    }

    public Format format() {
        return format;
    }

    FormIndex forms() {
        return forms;
    }

    /** The element of a structured configuration with this name; empty when the profile does not describe it. */
    public Optional<StructuredElement> element(String block, String name) {
        List<LineForm> known = forms.forms(block, name);
        return known.isEmpty() ? Optional.empty() : Optional.of(known.get(0).element());
    }

    /** The words of a line as its form tells them apart; free text is one word. Empty when no form describes the line. */
    public Optional<List<String>> words(String block, String line) {
        return forms.match(block, line).map(FormIndex.Match::words);
    }

    /** Blanks per level of indentation in what is written out. */
    public int indent() {
        return indent;
    }

    public boolean isComment(String line) {
        return line.strip().startsWith(comment);
    }

    /** True for a line that differs at each reading without anything having changed. */
    public boolean isVolatile(String line) {
        if (volatileLines.isEmpty()) {
            return false;
        }
        String stripped = line.strip();
        return volatileLines.stream().anyMatch(v -> v.matches(stripped));
    }

    /** Whether a text that ends with this line is whole, as far as the line tells. */
    public boolean mayBeLast(String line) {
        return lastLine == null
                || lastLine.matcher(BoundedText.of(line.strip())).matches();
    }

    public boolean isRemoval(String line) {
        return line.startsWith(negation) && line.startsWith(" ", negation.length());
    }

    /** The line that a removal removes. */
    public String removed(String removal) {
        return removal.substring(negation.length() + 1).strip();
    }

    /** The removal of a line. Where the device hides the line's secret, or its text is long, the key alone is named. */
    public String removalOf(String block, String line) {
        LineMeaning meaning = meaning(block, line);
        boolean byKey = meaning.keyed() && (meaning.hidden() || meaning.holdsText());
        return negation + " " + (byKey ? meaning.key() : line);
    }

    /** Everything that the language says about the line itself. */
    public LineMeaning meaning(String block, String line) {
        String written = rewritten(line).strip();
        FormIndex.Match match = forms.match(block, written).orElse(null);
        if (match == null) {
            return new LineMeaning(written, written, false, false, UNKNOWN_BLOCK, false, false, true, false, null);
        }
        LineForm form = match.form();
        List<String> words = match.words();
        String text = written.contains("  ") ? String.join(" ", words) : written;
        return new LineMeaning(
                text,
                form.keyWords() == words.size() ? text : beginning(text, form.keyWords()),
                form.keyWords() > 0,
                true,
                form.opens(),
                form.ordered(),
                format != Format.INDENTED && form.isContainer(),
                form.holdsSecret(),
                form.hidden(),
                form.holdsText() ? words.get(words.size() - 1) : null);
    }

    /** The first words of a line, which stand one blank apart; all of it when the number is 0. */
    private static String beginning(String text, int words) {
        int end = -1;
        for (int i = 0; i < words; i++) {
            end = text.indexOf(' ', end + 1);
        }
        return end < 0 ? text : text.substring(0, end);
    }

    private String rewritten(String line) {
        String written = line;
        for (LineRewrite rewrite : rewrites) {
            written = rewrite.apply(written.strip());
        }
        return written;
    }

    /** The meaning of a line that belongs to the text of the one above it. */
    public LineMeaning verbatim(String line) {
        return LineMeaning.verbatim(line);
    }

    /** Where the line stands among its siblings when nobody has put them in an order. */
    public LineOrder orderOf(String block, String line) {
        return forms.order(block, line);
    }

    /**
     * The words of a line, each with whether it is a value: something that may be another on another device. Empty when no
     * form describes the line.
     */
    public List<LineWord> lineWords(String block, String line) {
        return forms.match(block, line).map(m -> m.form().lineWords(m.words())).orElse(List.of());
    }

    /**
     * What the line has to do with lines elsewhere.
     *
     * @param above the line that opens the block; empty at the top level
     */
    public Mentions mentions(String block, String line, String above) {
        return forms.mayMention(block, line)
                ? forms.match(block, line)
                        .map(m -> m.form().mentions(m.words(), above))
                        .orElse(Mentions.NONE)
                : Mentions.NONE;
    }

    /**
     * Whether the line says what holds without it, so that a device may leave it out. A default may name the block in
     * front: {@code interface: mtu 1500}.
     */
    public boolean isDefault(String block, String line) {
        return !defaults.isEmpty()
                && (block.isEmpty() && defaults.contains(line) || defaults.contains(block + ": " + line));
    }

    /** The line as the device shows it: secrets that it never shows are replaced. */
    public String asShown(String block, String line) {
        return replaceSecret(block, line, LineForm.HIDDEN_VALUE, true);
    }

    /** Whether there are secrets that the device never shows. */
    public boolean hidesSecrets() {
        return forms.forms().stream().anyMatch(LineForm::hidden);
    }

    /** Whether the line holds a value that the device has hidden, so that nobody can write it again. */
    public boolean holdsHiddenValue(String block, String line) {
        return meaning(block, line).hidden() && asShown(block, line).equals(line);
    }

    /** The line for people: each secret replaced by {@link #MASK}. */
    public String masked(String block, String line) {
        if (TEXT_BLOCK.equals(block)) {
            return line;
        }
        if (isRemoval(line)) {
            return negation + " " + masked(block, removed(line));
        }
        return forms.match(block, line).isPresent() ? replaceSecret(block, line, MASK, false) : maskedUnknown(line);
    }

    /** The line for people, without looking it up once more where that is not needed. */
    public String masked(String block, LineMeaning meaning) {
        return meaning.secret() ? masked(block, meaning.text()) : meaning.text();
    }

    private String maskedUnknown(String line) {
        String[] words = line.split(" ");
        for (int i = 1; i < words.length; i++) {
            if (secretWords.contains(words[i - 1])) {
                words[i] = MASK;
            }
        }
        return String.join(" ", words);
    }

    private String replaceSecret(String block, String line, String replacement, boolean onlyHidden) {
        Optional<FormIndex.Match> match = forms.match(block, line);
        if (match.isEmpty() || (onlyHidden && !match.get().form().hidden())) {
            return line;
        }
        List<String> words = new ArrayList<>(match.get().words());
        for (int i = 0; i < words.size(); i++) {
            if (match.get().form().words().get(i) instanceof WordType.Secret) {
                words.set(i, replacement);
            }
        }
        return String.join(" ", words);
    }

    /** What is wrong with a line that a person wrote; empty when the line has a form that may stand in this block. */
    public Optional<Complaint> complaint(String block, String line) {
        return complaints.about(block, line);
    }
}
