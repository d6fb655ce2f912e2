package io.safestep.core.platform;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** Finds what is wrong with a line that fits no form, and says it to the person who wrote it. */
final class Complaints {

    /** A word of fewer letters is too short to be two letters off. */
    private static final int MISTYPED_FROM = 5;

    private final Language language;
    private final FormIndex index;

    Complaints(Language language, FormIndex index) {
        this.language = language;
        this.index = index;
    }

    Optional<Complaint> about(String block, String line) {
        if (Language.UNKNOWN_BLOCK.equals(block)) {
            return Optional.of(Complaint.error("This line stands beneath a line that opens no block."));
        }
        if (language.isRemoval(line)) {
            String target = language.removed(line);
            return namesKey(block, target) ? Optional.empty() : about(block, target);
        }
        return index.match(block, line).isPresent() ? Optional.empty() : Optional.of(nearest(block, line));
    }

    private boolean namesKey(String block, String target) {
        return index.forms().stream()
                .filter(f -> f.blocks().contains(block) && f.keyWords() > 0)
                .anyMatch(f -> target.split("\\s+").length == f.keyWords() && f.fittingWords(target) == f.keyWords());
    }

    private Complaint nearest(String block, String line) {
        String first = line.strip().split("\\s+", 2)[0];
        List<LineForm> sameWord =
                index.forms().stream().filter(f -> f.firstWord().equals(first)).toList();
        Optional<LineForm> nearest = sameWord.stream()
                .filter(f -> f.blocks().contains(block))
                .max(Comparator.comparingInt(f -> f.fittingWords(line)));
        if (nearest.isPresent()) {
            return Complaint.error(nearest.get().complaint(line));
        }
        if (!sameWord.isEmpty()) {
            String place = sameWord.get(0).blocks().get(0);
            return Complaint.error(
                    place.isEmpty()
                            ? "\"" + first + "\" belongs at the top level, not inside a block."
                            : "\"" + first + "\" belongs inside a block of the kind \"" + place + "\".");
        }
        return unknownWord(block, first);
    }

    /** A command line may know more than its profile. An element without a form can't be written as XML or JSON. */
    private Complaint unknownWord(String block, String first) {
        String sentence = "\"" + first + "\" is not a word that this platform knows here."
                + likeliest(block, first)
                        .map(word -> " Did you mean \"" + word + "\"?")
                        .orElse("");
        return language.format() == Language.Format.INDENTED
                ? Complaint.warning(sentence + " It would be sent as it stands.")
                : Complaint.error(sentence);
    }

    private Optional<String> likeliest(String block, String word) {
        int most = word.length() < MISTYPED_FROM ? 1 : 2;
        return index.forms().stream()
                .filter(f -> f.blocks().contains(block))
                .map(LineForm::firstWord)
                .distinct()
                .filter(known -> distance(known, word) <= most)
                .min(Comparator.comparingInt(known -> distance(known, word)));
    }

    /** How many letters have to be put in, left out or exchanged (Levenshtein, 1966). */
    private static int distance(String one, String other) {
        int[] row = new int[other.length() + 1];
        for (int j = 0; j <= other.length(); j++) {
            row[j] = j;
        }
        for (int i = 1; i <= one.length(); i++) {
            int diagonal = row[0];
            row[0] = i;
            for (int j = 1; j <= other.length(); j++) {
                int exchanged = diagonal + (one.charAt(i - 1) == other.charAt(j - 1) ? 0 : 1);
                diagonal = row[j];
                row[j] = Math.min(exchanged, Math.min(row[j], row[j - 1]) + 1);
            }
        }
        return row[other.length()];
    }
}
