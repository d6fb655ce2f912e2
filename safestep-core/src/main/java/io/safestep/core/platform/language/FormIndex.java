package io.safestep.core.platform.language;

import io.safestep.core.platform.form.LineForm;
import io.safestep.core.platform.form.WordType;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * The forms of a language by block and first word: nearly every line is looked up. Of two forms that a line could have, the
 * one counts that begins with a fixed word, and of two such the one that stands first in the profile.
 */
public final class FormIndex {

    /**
     * A line and the form that it has.
     *
     * @param words typed words one by one, a free text as one
     */
    record Match(LineForm form, List<String> words) {}

    /**
     * What a command takes away.
     *
     * @param form of the lines that it may take away
     * @param target the key of the line, or the line itself
     */
    record Removed(LineForm form, String target) {}

    private final List<LineForm> forms;
    private final String negation;
    private final Map<String, Map<String, List<LineForm>>> byBlock = new HashMap<>();
    /** By block and the first word without what stands before its colon. */
    private final Map<String, Map<String, List<LineForm>>> byName = new HashMap<>();
    /** Forms that begin with a value, by block. */
    private final Map<String, List<LineForm>> valueFirst = new HashMap<>();
    /** Forms with a command of their own for removing, by block and the first word of that. */
    private final Map<String, Map<String, List<LineForm>>> removals = new HashMap<>();
    /** Forms of lines that begin with the negation, by block and the word behind it. */
    private final Map<String, Map<String, List<LineForm>>> opposites = new HashMap<>();

    private final boolean movesLines;
    private final Map<LineForm, Integer> ranks = new IdentityHashMap<>();
    private final Map<String, Integer> groups = new HashMap<>();

    FormIndex(List<LineForm> forms, String negation) {
        this.forms = List.copyOf(forms);
        this.negation = negation;
        this.movesLines =
                forms.stream().anyMatch(f -> f.takesAlong() || !f.becomes().isEmpty());
        for (LineForm form : forms) {
            groups.putIfAbsent(form.beginning(), ranks.size());
            ranks.putIfAbsent(form, ranks.size());
            form.blocks().forEach(block -> add(block, form));
        }
    }

    private void add(String block, LineForm form) {
        if (form.beginsWithValue()) {
            valueFirst.computeIfAbsent(block, b -> new ArrayList<>()).add(form);
        } else {
            put(byBlock, block, form.firstWord(), form);
            put(byName, block, form.firstWord().substring(form.firstWord().indexOf(':') + 1), form);
        }
        if (form.removal().template() != null) {
            put(removals, block, form.removal().template().beginning(), form);
        }
        if (form.isNegative(negation)) {
            WordType second = form.words().get(1);
            put(opposites, block, second instanceof WordType.Literal literal ? literal.word() : "", form);
        }
    }

    private static void put(Map<String, Map<String, List<LineForm>>> index, String block, String word, LineForm form) {
        index.computeIfAbsent(block, b -> new HashMap<>())
                .computeIfAbsent(word, w -> new ArrayList<>())
                .add(form);
    }

    private static List<LineForm> get(Map<String, Map<String, List<LineForm>>> index, String block, String word) {
        return index.isEmpty() ? List.of() : index.getOrDefault(block, Map.of()).getOrDefault(word, List.of());
    }

    public List<LineForm> forms() {
        return forms;
    }

    boolean movesLines() {
        return movesLines;
    }

    /** Those that begin with this very word. */
    public List<LineForm> forms(String block, String firstWord) {
        return get(byBlock, block, firstWord);
    }

    /** Those of structured configurations whose nodes have this name, whatever the word for them in lines. */
    List<LineForm> named(String block, String name) {
        return get(byName, block, name);
    }

    /** Whether some form that the line may have speaks of lines elsewhere: most have none that does. */
    boolean mayMention(String block, String line) {
        return anyMentions(forms(block, firstWord(line.strip())))
                || !valueFirst.isEmpty() && anyMentions(valueFirst.getOrDefault(block, List.of()));
    }

    private static boolean anyMentions(List<LineForm> forms) {
        for (LineForm form : forms) {
            if (!form.mentions().isEmpty()) {
                return true;
            }
        }
        return false;
    }

    private static String firstWord(String stripped) {
        return stripped.substring(0, LineForm.wordEnd(stripped, 0));
    }

    Optional<Match> match(String block, String line) {
        String stripped = line.strip();
        Optional<Match> match = first(forms(block, firstWord(stripped)), stripped);
        return match.isPresent() || valueFirst.isEmpty()
                ? match
                : first(valueFirst.getOrDefault(block, List.of()), stripped);
    }

    private static Optional<Match> first(List<LineForm> candidates, String stripped) {
        for (LineForm form : candidates) {
            Optional<List<String>> words = form.match(stripped);
            if (words.isPresent()) {
                return Optional.of(new Match(form, words.get()));
            }
        }
        return Optional.empty();
    }

    /** Whether lines of this block may be taken away by a command that does not begin with the negation. */
    boolean hasOwnRemovals(String block) {
        return removals.containsKey(block) || opposites.containsKey(block);
    }

    /** What a command takes away by words of its own, or as the opposite of a line that begins with the negation. */
    Optional<Removed> removedInOwnWords(String block, String line) {
        String first = firstWord(line);
        for (LineForm form : get(removals, block, first)) {
            Optional<Map<Integer, String>> named =
                    Objects.requireNonNull(form.removal().template()).match(line, form.words());
            if (named.isPresent()) {
                return Optional.of(new Removed(form, form.keyOf(named.get())));
            }
        }
        for (LineForm form : get(opposites, block, first)) {
            String target = negation + " " + line;
            if (form.match(target).isPresent()) {
                return Optional.of(new Removed(form, target));
            }
        }
        return Optional.empty();
    }

    LineOrder order(String block, String line) {
        return match(block, line)
                .map(m -> new LineOrder(
                        Objects.requireNonNull(groups.get(m.form().beginning())),
                        m.form().keyValues(m.words()),
                        Objects.requireNonNull(ranks.get(m.form())),
                        line))
                .orElse(new LineOrder(forms.size(), List.of(), forms.size(), line));
    }
}
