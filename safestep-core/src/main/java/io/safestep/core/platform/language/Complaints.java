package io.safestep.core.platform.language;

import io.safestep.core.platform.form.LineForm;
import io.safestep.core.platform.form.Removal;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Finds what is wrong with a line that fits no form, and says it to the person who wrote it. */
final class Complaints {

    /** A word of fewer letters is too short to be two letters off. */
    private static final int MISTYPED_FROM = 5;

    private final Language language;
    private final FormIndex index;
    private final Set<String> misplaced;

    /** @param misplaced words that are commands of the device and no configuration, unless a form begins with them */
    Complaints(Language language, FormIndex index, Set<String> misplaced) {
        this.language = language;
        this.index = index;
        this.misplaced = Set.copyOf(misplaced);
    }

    Optional<Complaint> about(String block, String line) {
        Optional<Complaint> characters = characters(line);
        return characters.isPresent() ? characters : words(block, line);
    }

    /** What a line may not hold, whatever its form: what nobody sees, and what a command line takes for a question. */
    private Optional<Complaint> characters(String line) {
        Optional<String> unseen = UnseenCharacters.firstIn(line);
        if (unseen.isPresent()) {
            return Optional.of(Complaint.error("The line holds the character " + unseen.get()
                    + ", which nobody sees. Write the line again by hand."));
        }
        return !language.format().structured() && line.indexOf('?') >= 0
                ? Optional.of(
                        Complaint.error(
                                "A command line takes \"?\" for a question about what may follow, and not for a part of the line."))
                : Optional.empty();
    }

    private Optional<Complaint> words(String block, String line) {
        if (Language.UNKNOWN_BLOCK.equals(block)) {
            return Optional.of(Complaint.error("This line stands beneath a line that opens no block."));
        }
        if (language.isRemoval(block, line)) {
            return removal(block, language.removed(block, line));
        }
        if (index.match(block, line).isPresent()) {
            return Optional.empty();
        }
        String first = line.split("\\s+", 2)[0];
        return Optional.of(
                isMisplaced(first)
                        ? Complaint.error("\"" + first + "\" is a command of the device and no configuration. Safe Step"
                                + " saves, leaves blocks and ends by itself.")
                        : nearest(block, line));
    }

    private boolean isMisplaced(String word) {
        return misplaced.contains(word)
                && index.forms().stream().noneMatch(f -> f.firstWord().equals(word));
    }

    private Optional<Complaint> removal(String block, String target) {
        Optional<FormIndex.Match> match = index.match(block, target);
        if (match.isPresent() && match.get().form().removal().kind() == Removal.Kind.NEVER) {
            return Optional.of(
                    Complaint.error("The device does not take this line away by itself: it goes with its block,"
                            + " or when another line takes its place."));
        }
        return match.isPresent() || namesKey(block, target) ? Optional.empty() : words(block, target);
    }

    private boolean namesKey(String block, String target) {
        if (target.contains("…")) {
            return true; // the key of a line, which a command in words of its own has named
        }
        int given = target.split("\\s+").length;
        return index.forms().stream()
                .filter(f -> f.blocks().contains(block) && f.key().isBeginning())
                .anyMatch(f -> given == f.key().count() && f.fittingWords(target) == given);
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
        return !language.format().structured()
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
