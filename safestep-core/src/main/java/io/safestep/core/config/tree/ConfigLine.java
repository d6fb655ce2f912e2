package io.safestep.core.config.tree;

import io.safestep.core.platform.language.LineMeaning;
import java.util.List;

/**
 * One line of a configuration with the lines beneath it.
 *
 * @param meaning what the language says about the line
 * @param number where it stood in the text it was read from, counted from 1; 0 for a line that was never in a text
 * @param children the lines beneath, in their order
 * @param comments comment lines that stood directly above it, without indentation; they mean nothing and are kept
 * @param hides whether it or a line beneath holds something that the device never shows; follows from the others
 */
public record ConfigLine(
        LineMeaning meaning, int number, List<ConfigLine> children, List<String> comments, boolean hides) {

    public ConfigLine {
        children = List.copyOf(children);
        comments = List.copyOf(comments);
    }

    public ConfigLine(LineMeaning meaning, int number, List<ConfigLine> children, List<String> comments) {
        this(meaning, number, children, comments, hides(meaning, children));
    }

    private static boolean hides(LineMeaning meaning, List<ConfigLine> children) {
        if (meaning.hidden()) {
            return true;
        }
        for (ConfigLine child : children) {
            if (child.hides) {
                return true;
            }
        }
        return false;
    }

    public ConfigLine(LineMeaning meaning, int number, List<ConfigLine> children) {
        this(meaning, number, children, List.of());
    }

    /** The line without its indentation, as the device would write it. */
    public String text() {
        return meaning.text();
    }

    /** What tells it from its siblings. */
    public String key() {
        return meaning.key();
    }

    public ConfigLine withChildren(List<ConfigLine> others) {
        return new ConfigLine(meaning, number, others, comments);
    }
}
