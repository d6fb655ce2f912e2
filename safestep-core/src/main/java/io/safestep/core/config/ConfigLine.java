package io.safestep.core.config;

import java.util.List;

/**
 * One line of a configuration with the lines beneath it.
 *
 * @param text the line without its indentation, as the device would write it
 * @param number where it stood in the text it was read from, counted from 1; 0 for a line that was never in a text
 * @param children the lines beneath, in their order
 */
public record ConfigLine(String text, int number, List<ConfigLine> children) {

    public ConfigLine {
        children = List.copyOf(children);
    }
}
