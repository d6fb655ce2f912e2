package io.safestep.core.platform.language;

import io.safestep.core.platform.form.Beneath;
import io.safestep.core.platform.form.LineForm;
import io.safestep.core.platform.form.LineWord;
import io.safestep.core.platform.form.Mentions;
import io.safestep.core.platform.form.Removal;
import io.safestep.core.platform.form.StructuredElement;
import io.safestep.core.platform.form.WordType;
import io.safestep.core.platform.text.BoundedText;
import io.safestep.core.platform.text.Format;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * How a platform writes its configuration: blocks, removal, and the forms that lines can take. Every question is asked with
 * the name of the block in which the line stands; the empty name is the top level.
 */
public final class Language {

    /** Shown in place of a secret. Always the same, so that its length tells nothing. */
    public static final String MASK = "‹secret›";

    /** The name of a block opened by a line that no form describes. */
    public static final String UNKNOWN_BLOCK = "?";

    /** The name of the block of lines that belong to the text of the line above them. */
    public static final String TEXT_BLOCK = "text";

    /**
     * How lines are put together.
     *
     * @param indent blanks per level
     * @param endedByWord whether a block goes up to the word that ends it, and indentation means nothing
     * @param comments how comments begin
     * @param negation the word in front of a line that removes it
     * @param mergesBlanks whether the device makes one blank of several, in free text too
     */
    public record Layout(
            Format format,
            int indent,
            boolean endedByWord,
            List<String> comments,
            String negation,
            boolean mergesBlanks) {

        public Layout {
            comments = List.copyOf(comments);
        }
    }

    /**
     * What a device shows beside its configuration, or leaves out of it.
     *
     * @param volatileLines whole lines that differ at each reading though nothing has changed
     * @param defaults lines that say what holds anyway
     * @param lastLine the line with which it ends a whole configuration; null when it ends with none
     */
    public record Shown(
            List<Pattern> volatileLines,
            Set<String> defaults,
            @Nullable Pattern lastLine) {

        public Shown {
            volatileLines = List.copyOf(volatileLines);
            defaults = Set.copyOf(defaults);
        }
    }

    /** Of files that are no configuration: every line stands for itself. */
    public static final Language PLAIN_TEXT = new Language(
            new Layout(Format.INDENTED, 1, false, List.of("\u0000"), "\u0000", false),
            new Shown(List.of(), Set.of(), null),
            Map.of(),
            List.of(),
            List.of(),
            Set.of(),
            List.of());

    private final Layout layout;
    private final Shown shown;
    private final List<VolatileLine> volatileLines;
    private final List<String> secretWords;
    private final Map<String, String> prefixes;
    private final List<LineRewrite> rewrites;
    private final FormIndex forms;
    private final Complaints complaints;

    /** @param misplaced words that are commands of the device and no configuration, unless a form begins with them */
    public Language(
            Layout layout,
            Shown shown,
            Map<String, String> prefixes,
            List<String> secretWords,
            List<LineRewrite> rewrites,
            Set<String> misplaced,
            List<LineForm> forms) {
        this.layout = layout;
        this.shown = shown;
        this.volatileLines =
                shown.volatileLines().stream().map(VolatileLine::of).toList();
        this.prefixes = Map.copyOf(prefixes);
        this.secretWords = List.copyOf(secretWords);
        this.rewrites = List.copyOf(rewrites);
        this.forms = new FormIndex(forms, layout.negation());
        this.complaints = new Complaints(this, this.forms, misplaced);
    }

    public Format format() {
        return layout.format();
    }

    public FormIndex forms() {
        return forms;
    }

    String negation() {
        return layout.negation();
    }

    /** The element of a structured configuration that lines name by this word; empty when no form describes it. */
    public Optional<StructuredElement> element(String block, String word) {
        List<LineForm> known = forms.forms(block, word);
        return known.isEmpty() ? Optional.empty() : Optional.of(known.get(0).element());
    }

    /**
     * The element with this name in the device's own notation; empty when no form describes it.
     *
     * @param module the namespace (XML) or module (JSON) that it has; null when that is not said
     * @param moduleAround that of the node in which it stands; null at the top level
     */
    public Optional<StructuredElement> element(
            String block, String name, @Nullable String module, @Nullable String moduleAround) {
        for (LineForm form : forms.named(block, name)) {
            StructuredElement element = form.element();
            if (element.is(name, module, moduleAround)) {
                return Optional.of(element);
            }
        }
        return Optional.empty();
    }

    /** The prefixes that lines use for namespaces, by prefix (RFC 7950, section 7.1.4). */
    public Map<String, String> prefixes() {
        return prefixes;
    }

    /** The words of a line as its form tells them apart; free text is one word. Empty when no form describes the line. */
    public Optional<List<String>> words(String block, String line) {
        return forms.match(block, line).map(FormIndex.Match::words);
    }

    /** Blanks per level of indentation in what is written out. */
    public int indent() {
        return layout.indent();
    }

    /** Whether a block goes up to the word that ends it, whatever the indentation. */
    public boolean endsBlocksByWord() {
        return layout.endedByWord();
    }

    public boolean isComment(String line) {
        String stripped = line.strip();
        for (String comment : layout.comments()) {
            if (stripped.startsWith(comment)) {
                return true;
            }
        }
        return false;
    }

    /** True for a line that differs at each reading without anything having changed. */
    public boolean isVolatile(String line) {
        if (volatileLines.isEmpty()) {
            return false;
        }
        String stripped = line.strip();
        return volatileLines.stream().anyMatch(v -> v.matches(stripped))
                || stripped.length() < line.length()
                        && volatileLines.stream().anyMatch(v -> v.matches(line.stripTrailing()));
    }

    /** Whether the device ends a whole configuration with a line of its own. */
    public boolean hasLastLine() {
        return shown.lastLine() != null;
    }

    /** Whether the line is the one with which the device ends a whole configuration. It is no part of it. */
    public boolean isLastLine(String line) {
        return shown.lastLine() != null
                && (shown.lastLine().matcher(BoundedText.of(line.strip())).matches()
                        || shown.lastLine()
                                .matcher(BoundedText.of(line.stripTrailing()))
                                .matches());
    }

    /** Whether the line takes another one away when it is typed. A line that the device shows as it stands does not. */
    public boolean isRemoval(String block, String line) {
        boolean negated = beginsWithNegation(line);
        if (!negated && !forms.hasOwnRemovals(block)) {
            return false;
        }
        return forms.match(block, line).isEmpty()
                && (negated || forms.removedInOwnWords(block, line).isPresent());
    }

    private boolean beginsWithNegation(String line) {
        return line.startsWith(negation()) && line.startsWith(" ", negation().length());
    }

    /** What a removal takes away: a line, or the key of one. */
    public String removed(String block, String removal) {
        return forms.removedInOwnWords(block, removal)
                .map(FormIndex.Removed::target)
                .orElseGet(() -> beginsWithNegation(removal)
                        ? removal.substring(negation().length() + 1).strip()
                        : removal);
    }

    /**
     * The command that takes a line away; empty when there is none, because the line goes with its block or with what stands
     * beneath it. Where the device hides the line's secret, or its text is long, the key alone is named.
     */
    public Optional<String> removalOf(String block, String line) {
        FormIndex.Match match = forms.match(block, line).orElse(null);
        if (match == null) {
            return Optional.of(opposite(line));
        }
        LineMeaning meaning = meaning(block, line);
        boolean byKey = meaning.keyed() && (meaning.hidden() || meaning.holdsText());
        return match.form().removal().of(negation(), line, meaning.key(), match.words(), byKey);
    }

    private String opposite(String line) {
        return beginsWithNegation(line)
                ? line.substring(negation().length() + 1).strip()
                : negation() + " " + line;
    }

    /** Whether the device takes a line away with nothing but this command. */
    public boolean takesAway(String block, String line, String command) {
        FormIndex.Match match = forms.match(block, line).orElse(null);
        if (match == null || match.form().removal().kind() == Removal.Kind.EITHER) {
            return true;
        }
        return removalOf(block, line).filter(command::equals).isPresent();
    }

    /** Whether the device drops the line by itself when nothing stands beneath it any more, and by no command. */
    public boolean goesByEmptying(String block, String line) {
        return forms.match(block, line)
                .filter(m -> m.form().removal().kind() == Removal.Kind.EMPTYING)
                .isPresent();
    }

    /** Whether the device drops with the line all others that refer to what it defines. */
    public boolean takesAlong(String block, String line) {
        return forms.movesLines()
                && forms.match(block, line).filter(m -> m.form().takesAlong()).isPresent();
    }

    /** Whether the line takes the place of another with the same key; otherwise that one has to be taken away first. */
    public boolean overwrites(String block, String line) {
        return forms.match(block, line).map(m -> m.form().overwrites()).orElse(true);
    }

    /** Whether some lines are moved, numbered or taken along by the device, so that a command may touch more than it names. */
    public boolean movesLines() {
        return forms.movesLines();
    }

    /**
     * What the device makes of a line that is typed, from the top level down to the line itself. A {@code {next 5}} in the
     * last of them stands for a number that the device gives. Empty when it keeps the line as it is typed.
     */
    public List<String> becomes(String block, String line) {
        if (!forms.movesLines()) {
            return List.of();
        }
        return forms.match(block, line)
                .filter(m -> !m.form().becomes().isEmpty())
                .map(m -> m.form().becomes().stream()
                        .map(t -> t.filled(m.words()))
                        .toList())
                .orElse(List.of());
    }

    /** Everything that the language says about the line itself. */
    public LineMeaning meaning(String block, String line) {
        String written = rewritten(withBlanksMerged(line)).strip();
        FormIndex.Match match = forms.match(block, written).orElse(null);
        if (match == null) {
            return new LineMeaning(
                    written, written, false, false, UNKNOWN_BLOCK, false, false, null, true, false, null);
        }
        LineForm form = match.form();
        List<String> words = form.canonical(match.words());
        Beneath beneath = form.beneath();
        boolean asWritten = words == match.words() && !written.contains("  ");
        String text = asWritten ? written : String.join(" ", words);
        return new LineMeaning(
                text,
                key(form, text, words),
                !form.key().isWholeLine(),
                true,
                beneath == null ? null : beneath.name(),
                beneath != null && beneath.ordered(),
                beneath != null && (beneath.goesEmpty() || format().structured() && form.goesEmpty()),
                beneath == null ? null : beneath.end(),
                form.holdsSecret(),
                form.hidden(),
                form.holdsText() ? words.get(words.size() - 1) : null);
    }

    /** A line and its opposite are two values of the same thing. */
    private String key(LineForm form, String text, List<String> words) {
        String key = form.key().of(text, words);
        return form.isNegative(negation()) && beginsWithNegation(key)
                ? key.substring(negation().length() + 1)
                : key;
    }

    private String withBlanksMerged(String line) {
        return layout.mergesBlanks() && line.contains("  ") ? line.strip().replaceAll(" {2,}", " ") : line;
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
     * @param above the lines that open the blocks around, outermost first
     */
    public Mentions mentions(String block, String line, List<String> above) {
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
        Set<String> defaults = shown.defaults();
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

    /** The line for people: each secret replaced by {@link #MASK}, and what can't be seen made visible. */
    public String masked(String block, String line) {
        if (TEXT_BLOCK.equals(block)) {
            return UnseenCharacters.shown(line);
        }
        if (forms.match(block, line).isPresent()) {
            return UnseenCharacters.shown(replaceSecret(block, line, MASK, false));
        }
        if (beginsWithNegation(line)) {
            return negation() + " "
                    + masked(block, line.substring(negation().length() + 1).strip());
        }
        return UnseenCharacters.shown(maskedUnknown(line));
    }

    /** The line for people, without looking it up once more where that is not needed. */
    public String masked(String block, LineMeaning meaning) {
        return meaning.secret() ? masked(block, meaning.text()) : UnseenCharacters.shown(meaning.text());
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
