package io.safestep.core.paste;

import java.util.List;

/**
 * What is left of pasted instructions.
 *
 * @param lines lines that an engineer could have written, indented by the blocks in which they stand
 * @param removed what was left out or cut off, in the order of the text
 */
public record Cleaned(String lines, List<Removed> removed) {

    /**
     * Something that was left out.
     *
     * @param line which line of the pasted text, counted from 1
     * @param text what was left out of it
     * @param reason why, in words
     */
    public record Removed(int line, String text, String reason) {}
}
