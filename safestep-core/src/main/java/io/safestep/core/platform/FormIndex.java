package io.safestep.core.platform;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The forms of a language by block and first word: nearly every line is looked up. */
final class FormIndex {

    /**
     * A line and the form that it has.
     *
     * @param words typed words one by one, a free text as one
     */
    record Match(LineForm form, List<String> words) {}

    private final List<LineForm> forms;
    private final Map<String, Map<String, List<LineForm>>> byBlock = new HashMap<>();
    private final Map<LineForm, Integer> ranks = new IdentityHashMap<>();
    private final Map<String, Integer> groups = new HashMap<>();

    FormIndex(List<LineForm> forms) {
        this.forms = List.copyOf(forms);
        for (LineForm form : forms) {
            groups.putIfAbsent(form.beginning(), ranks.size());
            ranks.putIfAbsent(form, ranks.size());
            for (String block : form.blocks()) {
                byBlock.computeIfAbsent(block, b -> new HashMap<>())
                        .computeIfAbsent(form.firstWord(), w -> new ArrayList<>())
                        .add(form);
            }
        }
    }

    List<LineForm> forms() {
        return forms;
    }

    List<LineForm> forms(String block, String firstWord) {
        return byBlock.getOrDefault(block, Map.of()).getOrDefault(firstWord, List.of());
    }

    /** Whether some form that the line may have speaks of lines elsewhere: most have none that does. */
    boolean mayMention(String block, String line) {
        for (LineForm form : forms(block, firstWord(line.strip()))) {
            if (form.mentionsAny()) {
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
        for (LineForm form : forms(block, firstWord(stripped))) {
            Optional<List<String>> words = form.match(stripped);
            if (words.isPresent()) {
                return Optional.of(new Match(form, words.get()));
            }
        }
        return Optional.empty();
    }

    LineOrder order(String block, String line) {
        return match(block, line)
                .map(m -> new LineOrder(
                        groups.get(m.form().beginning()), m.form().keyValues(m.words()), ranks.get(m.form()), line))
                .orElse(new LineOrder(forms.size(), List.of(), forms.size(), line));
    }
}
