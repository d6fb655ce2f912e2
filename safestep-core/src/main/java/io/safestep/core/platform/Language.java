package io.safestep.core.platform;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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

    /** In which shape a device gives its configuration. */
    public enum Format {
        /** Lines in blocks told by indentation. */
        INDENTED,
        /** XML, as NETCONF carries it (RFC 6241). */
        XML,
        /** JSON, as RESTCONF carries it (RFC 7951). */
        JSON
    }

    private final Format format;
    private final int indent;
    private final String comment;
    private final String negation;
    private final List<Pattern> volatileLines;
    private final List<String> secretWords;
    private final List<LineRewrite> rewrites;
    private final List<String> defaults;
    private final List<LineForm> forms;

    /** Block and first word to the forms that may fit: nearly every line is looked up several times. */
    private final Map<String, Map<String, List<LineForm>>> index = new HashMap<>();

    Language(
            Format format,
            int indent,
            String comment,
            String negation,
            List<Pattern> volatileLines,
            List<String> secretWords,
            List<LineRewrite> rewrites,
            List<String> defaults,
            List<LineForm> forms) {
        this.format = format;
        this.indent = indent;
        this.comment = comment;
        this.negation = negation;
        this.volatileLines = List.copyOf(volatileLines);
        this.secretWords = List.copyOf(secretWords);
        this.rewrites = List.copyOf(rewrites);
        this.defaults = List.copyOf(defaults);
        this.forms = List.copyOf(forms);
        for (LineForm form : forms) {
            for (String block : form.blocks()) {
                index.computeIfAbsent(block, b -> new HashMap<>())
                        .computeIfAbsent(form.firstWord(), w -> new ArrayList<>())
                        .add(form);
            }
        }
    }

    public Format format() {
        return format;
    }

    /** The element of a structured configuration with this name; empty when the profile does not describe it. */
    public Optional<StructuredElement> element(String block, String name) {
        List<LineForm> known = index.getOrDefault(block, Map.of()).getOrDefault(name, List.of());
        return known.isEmpty() ? Optional.empty() : Optional.of(known.get(0).element());
    }

    /** The words of a line as its form tells them apart; free text is one word. Empty when no form describes the line. */
    public Optional<List<String>> words(String block, String line) {
        return match(block, line).map(Match::words);
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
        String stripped = line.strip();
        return volatileLines.stream()
                .anyMatch(p -> p.matcher(BoundedText.of(stripped)).matches());
    }

    public boolean isRemoval(String line) {
        return line.startsWith(negation + " ");
    }

    /** The line that a removal removes. */
    public String removed(String removal) {
        return removal.substring(negation.length() + 1).strip();
    }

    /** The removal of a line. Where the device hides the line's secret, the key alone is named. */
    public String removalOf(String block, String line) {
        Optional<LineForm> form = form(block, line);
        boolean byKey = form.isPresent() && form.get().hidden() && form.get().keyWords() > 0;
        return negation + " " + (byKey ? keyOf(block, line) : line);
    }

    private Optional<LineForm> form(String block, String line) {
        return match(block, line).map(Match::form);
    }

    private record Match(LineForm form, List<String> words) {}

    private Optional<Match> match(String block, String line) {
        String stripped = line.strip();
        String first = stripped.substring(0, LineForm.wordEnd(stripped, 0));
        for (LineForm form : index.getOrDefault(block, Map.of()).getOrDefault(first, List.of())) {
            Optional<List<String>> words = form.match(stripped);
            if (words.isPresent()) {
                return Optional.of(new Match(form, words.get()));
            }
        }
        return Optional.empty();
    }

    /** What tells the line from its siblings. */
    public String keyOf(String block, String line) {
        return match(block, line)
                .map(m -> m.form().keyWords() == 0
                        ? String.join(" ", m.words())
                        : String.join(" ", m.words().subList(0, m.form().keyWords())))
                .orElse(line);
    }

    /** Whether a removal that names only the key (its first words) means this line. */
    public boolean keyNames(String block, String line, String named) {
        return form(block, line).filter(f -> f.keyWords() > 0).isPresent()
                && keyOf(block, line).equals(named);
    }

    /** The line in the one form that counts: rewritten, one blank between words, free text untouched. */
    public String canonical(String block, String line) {
        String written = line;
        for (LineRewrite rewrite : rewrites) {
            written = rewrite.apply(written.strip());
        }
        String one = written;
        return match(block, one).map(m -> String.join(" ", m.words())).orElse(one.strip());
    }

    /**
     * Whether the line says what holds without it, so that a device may leave it out. A default may name the block in
     * front: {@code interface: mtu 1500}.
     */
    public boolean isDefault(String block, String line) {
        return defaults.contains(line) && block.isEmpty() || defaults.contains(block + ": " + line);
    }

    /** The name of the block beneath the line. */
    public String blockOf(String block, String line) {
        return form(block, line).map(LineForm::opens).orElse(UNKNOWN_BLOCK);
    }

    public boolean opensBlock(String block, String line) {
        return form(block, line).filter(f -> f.opens() != null).isPresent();
    }

    /** Whether the line has a form that never has lines beneath it. */
    public boolean standsAlone(String block, String line) {
        return form(block, line).filter(f -> f.opens() == null).isPresent();
    }

    /** Whether the order of the lines beneath this line counts. */
    public boolean ordersBlock(String block, String line) {
        return form(block, line).filter(LineForm::ordered).isPresent();
    }

    /** The line as the device shows it: secrets that it never shows are replaced. */
    public String asShown(String block, String line) {
        return replaceSecret(block, line, LineForm.HIDDEN_VALUE, true);
    }

    /** Whether the line holds a value that the device has hidden, so that nobody can write it again. */
    public boolean holdsHiddenValue(String block, String line) {
        Optional<LineForm> form = form(block, line).filter(LineForm::hidden);
        return form.isPresent() && asShown(block, line).equals(line);
    }

    /** The line for people: each secret replaced by {@link #MASK}. */
    public String masked(String block, String line) {
        if (isRemoval(line)) {
            return negation + " " + masked(block, removed(line));
        }
        if (form(block, line).isPresent()) {
            return replaceSecret(block, line, MASK, false);
        }
        return maskedUnknown(line);
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
        Optional<Match> match = match(block, line);
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

    /**
     * What is wrong with a line that a person wrote, as a sentence for that person; empty when the line has a form that
     * may stand in this block.
     */
    public Optional<String> complaint(String block, String line) {
        if (UNKNOWN_BLOCK.equals(block)) {
            return Optional.of("This line stands beneath a line that opens no block.");
        }
        if (isRemoval(line)) {
            String target = removed(line);
            boolean byKey = forms.stream()
                    .filter(f -> f.blocks().contains(block) && f.keyWords() > 0)
                    .anyMatch(
                            f -> target.split("\\s+").length == f.keyWords() && f.fittingWords(target) == f.keyWords());
            return byKey ? Optional.empty() : complaint(block, target);
        }
        if (form(block, line).isPresent()) {
            return Optional.empty();
        }
        String first = line.strip().split("\\s+", 2)[0];
        List<LineForm> sameWord =
                forms.stream().filter(f -> f.firstWord().equals(first)).toList();
        Optional<LineForm> nearest = sameWord.stream()
                .filter(f -> f.blocks().contains(block))
                .max(Comparator.comparingInt(f -> f.fittingWords(line)));
        if (nearest.isPresent()) {
            return Optional.of(nearest.get().complaint(line));
        }
        if (!sameWord.isEmpty()) {
            String place = sameWord.get(0).blocks().get(0);
            return Optional.of(
                    place.isEmpty()
                            ? "\"" + first + "\" belongs at the top level, not inside a block."
                            : "\"" + first + "\" belongs inside a block of the kind \"" + place + "\".");
        }
        return Optional.of("\"" + first + "\" is not a word that this platform knows here.");
    }
}
