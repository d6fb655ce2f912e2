package io.safestep.core.platform.language;

import org.jspecify.annotations.Nullable;

/**
 * What a language says about one line in the block in which it stands.
 *
 * @param text the line in the one form that counts
 * @param key what tells the line from its siblings: a second line with the same key replaces the first
 * @param keyed whether the key is a part of the line, so that a removal may name the key alone
 * @param known whether a form of the profile describes the line
 * @param opens the name of the block beneath; null for a line of a known form that never has lines beneath it
 * @param ordered whether the order of the lines beneath counts
 * @param container whether the line is nothing without lines beneath it, as a container of structured configurations, or
 *     a block that the device drops when it is empty
 * @param end the word that stands alone after the last line beneath; null when indentation alone tells where they end
 * @param secret whether a word of the line must never be shown, or may be such a word
 * @param hidden whether the device never shows the line's secret
 * @param endMark for a line whose text goes on over the lines beneath: the word that stands alone after the last of them;
 *     else null
 */
public record LineMeaning(
        String text,
        String key,
        boolean keyed,
        boolean known,
        @Nullable String opens,
        boolean ordered,
        boolean container,
        @Nullable String end,
        boolean secret,
        boolean hidden,
        @Nullable String endMark) {

    /** A line that is nothing but its text, as those beneath a line with an end mark. */
    static LineMeaning verbatim(String text) {
        return new LineMeaning(text, text, false, true, null, false, false, null, false, false, null);
    }

    /** The name of the block beneath the line, also for lines beneath which nothing should stand. */
    public String blockBeneath() {
        if (holdsText()) {
            return Language.TEXT_BLOCK;
        }
        return opens == null ? Language.UNKNOWN_BLOCK : opens;
    }

    public boolean opensBlock() {
        return known && opens != null;
    }

    /** Whether lines beneath would be a mistake. */
    public boolean standsAlone() {
        return known && opens == null && endMark == null;
    }

    /** Whether the lines beneath belong to the text of this one, letter by letter. */
    public boolean holdsText() {
        return endMark != null;
    }
}
