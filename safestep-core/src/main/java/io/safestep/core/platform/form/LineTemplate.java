package io.safestep.core.platform.form;

import io.safestep.core.platform.text.ProfileException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A line with words of another line in it: {@code no neighbour {2} timers}. {@code {next 5}} stands for a number that the
 * device gives: the next multiple of five after the largest that stands at this place.
 *
 * @param written the template as it stands in the profile
 */
public record LineTemplate(String written, List<Piece> pieces) {

    private static final Pattern REFERENCE = Pattern.compile("\\{(?:(\\d{1,2})|next (\\d{1,4}))}");

    /** One word of a template. */
    sealed interface Piece {}

    record Fixed(String word) implements Piece {}

    /** @param place of the word in the other line, counted from 0 */
    record Taken(int place) implements Piece {}

    record Next(int step) implements Piece {}

    public LineTemplate {
        pieces = List.copyOf(pieces);
    }

    /**
     * @param words how many the other line has
     * @throws ProfileException when it can't be read or names a word that the form does not have
     */
    public static LineTemplate parse(String written, int words) {
        List<Piece> pieces = new ArrayList<>();
        Matcher matcher = Pattern.compile("\\{[^}]*}|\\S+").matcher(written);
        while (matcher.find()) {
            pieces.add(piece(written, matcher.group(), words));
        }
        return new LineTemplate(written, pieces);
    }

    private static Piece piece(String written, String word, int words) {
        Matcher reference = REFERENCE.matcher(word);
        if (!reference.matches()) {
            if (word.contains("{") || word.contains("}")) {
                throw new ProfileException("In \"" + written + "\", \"" + word
                        + "\" can't be read: write {2} for the second word of the form, or {next 5}.");
            }
            return new Fixed(word);
        }
        if (reference.group(1) == null) {
            int step = Integer.parseInt(reference.group(2));
            if (step < 1) {
                throw new ProfileException("In \"" + written + "\", the step of {next …} has to be at least 1.");
            }
            return new Next(step);
        }
        int number = Integer.parseInt(reference.group(1));
        if (number < 1 || number > words) {
            throw new ProfileException(
                    "\"" + written + "\" speaks of word " + number + ", but the form has only " + words + " words.");
        }
        return new Taken(number - 1);
    }

    public boolean names(int place) {
        return pieces.contains(new Taken(place));
    }

    boolean holdsNext() {
        return pieces.stream().anyMatch(Next.class::isInstance);
    }

    /** The first word where it is fixed; empty where it varies. */
    public String beginning() {
        return !pieces.isEmpty() && pieces.get(0) instanceof Fixed fixed ? fixed.word() : "";
    }

    /** The line with the words of the other one; a {@code {next}} stays as it is written. */
    public String filled(List<String> words) {
        StringBuilder line = new StringBuilder();
        for (Piece piece : pieces) {
            line.append(line.isEmpty() ? "" : " ");
            if (piece instanceof Fixed fixed) {
                line.append(fixed.word());
            } else if (piece instanceof Taken taken) {
                line.append(words.get(taken.place()));
            } else if (piece instanceof Next next) {
                line.append("{next ").append(next.step()).append('}');
            }
        }
        return line.toString();
    }

    /**
     * The words of the other line that a filled line names, by their places; empty when the line is none of this template.
     *
     * @param types of the words of the other line
     */
    public Optional<Map<Integer, String>> match(String line, List<WordType> types) {
        Map<Integer, String> found = new LinkedHashMap<>();
        int at = 0;
        for (Piece piece : pieces) {
            at = LineForm.skipBlanks(line, at);
            boolean rest = piece instanceof Taken taken && types.get(taken.place()) instanceof WordType.FreeText;
            int end = rest ? line.length() : LineForm.wordEnd(line, Math.min(at, line.length()));
            if (at >= line.length() || !fits(piece, line.substring(at, end), types, found)) {
                return Optional.empty();
            }
            at = end;
        }
        return LineForm.skipBlanks(line, at) >= line.length() ? Optional.of(found) : Optional.empty();
    }

    private static boolean fits(Piece piece, String word, List<WordType> types, Map<Integer, String> found) {
        if (piece instanceof Fixed fixed) {
            return fixed.word().equals(word);
        }
        if (piece instanceof Taken taken) {
            found.put(taken.place(), word);
            return types.get(taken.place()).accepts(word);
        }
        return false;
    }
}
