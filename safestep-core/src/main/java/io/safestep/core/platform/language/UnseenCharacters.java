package io.safestep.core.platform.language;

import java.util.Optional;

/**
 * Characters that nobody sees, or that make others be seen in another order, and so could hide what a line says: control
 * characters (U+0000 to U+001F, U+007F to U+009F) and the marks of bidirectional text (Unicode Standard Annex 9, section
 * 2).
 */
public final class UnseenCharacters {

    private UnseenCharacters() {}

    /** The text with each of them written as its code point, such as {@code ⟨U+202E⟩}; a tabulator stays. */
    public static String shown(String text) {
        int first = indexOf(text, 0);
        if (first < 0) {
            return text;
        }
        StringBuilder shown = new StringBuilder(text.length() + 16);
        int from = 0;
        for (int at = first; at >= 0; at = indexOf(text, from)) {
            shown.append(text, from, at)
                    .append('⟨')
                    .append(name(text.charAt(at)))
                    .append('⟩');
            from = at + 1;
        }
        return shown.append(text, from, text.length()).toString();
    }

    /** The first of them, as {@code U+202E}; empty when there is none. */
    public static Optional<String> firstIn(String text) {
        int tab = text.indexOf('\t');
        int other = indexOf(text, 0);
        int at = other < 0 || tab >= 0 && tab < other ? tab : other;
        return at < 0 ? Optional.empty() : Optional.of(name(text.charAt(at)));
    }

    private static int indexOf(String text, int from) {
        for (int i = from; i < text.length(); i++) {
            if (isUnseen(text.charAt(i))) {
                return i;
            }
        }
        return -1;
    }

    private static boolean isUnseen(char c) {
        if (c >= ' ' && c < '\u007F') {
            return false;
        }
        return c < ' ' && c != '\t'
                || c >= '\u007F' && c <= '\u009F'
                || c == '\u061C'
                || c >= '\u200B' && c <= '\u200F'
                || c >= '\u2028' && c <= '\u202E'
                || c >= '\u2060' && c <= '\u2069'
                || c == '\uFEFF';
    }

    private static String name(char c) {
        return String.format("U+%04X", (int) c);
    }
}
