package io.safestep.core.platform.form;

import java.util.ArrayList;
import java.util.List;

/**
 * Which words of a line tell it from its siblings: a second line with the same words at these places replaces the first.
 *
 * @param places counted from 0, in ascending order; empty when the whole line is the key
 */
public record KeyWords(List<Integer> places) {

    /** Stands for words between two of the key that do not belong to it. */
    private static final String GAP = "…";

    public static final KeyWords WHOLE_LINE = new KeyWords(List.of());

    public KeyWords {
        places = List.copyOf(places);
    }

    /** The first words of a line. */
    public static KeyWords leading(int count) {
        List<Integer> places = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            places.add(i);
        }
        return new KeyWords(places);
    }

    public boolean isWholeLine() {
        return places.isEmpty();
    }

    /** Whether the key is how the line begins, so that its words are a command of their own. */
    public boolean isBeginning() {
        return !places.isEmpty() && places.get(places.size() - 1) == places.size() - 1;
    }

    public int count() {
        return places.size();
    }

    public boolean holds(int place) {
        return places.isEmpty() || places.contains(place);
    }

    /**
     * The key of a line.
     *
     * @param text the line, its words one blank apart
     * @param words the same, word by word
     */
    public String of(String text, List<String> words) {
        if (places.isEmpty() || places.size() == words.size()) {
            return text;
        }
        return isBeginning() ? text.substring(0, endOfWord(text, places.size())) : withGaps(words);
    }

    /** Free text is one word with blanks in it, and never one of several that lead. */
    private static int endOfWord(String text, int words) {
        int end = -1;
        for (int i = 0; i < words; i++) {
            end = text.indexOf(' ', end + 1);
        }
        return end < 0 ? text.length() : end;
    }

    private String withGaps(List<String> words) {
        List<String> key = new ArrayList<>();
        int next = 0;
        for (int place : places) {
            if (place > next) {
                key.add(GAP);
            }
            key.add(words.get(place));
            next = place + 1;
        }
        if (next < words.size()) {
            key.add(GAP);
        }
        return String.join(" ", key);
    }
}
