package io.safestep.core.alike;

import java.util.List;

/**
 * What several devices have in common, and in which values they differ.
 *
 * @param devices the devices, in the order in which they were given
 * @param text the lines of all of them; <code>{{ name }}</code> stands for a value that differs
 * @param variables the values that differ
 */
public record CommonText(List<String> devices, String text, List<Variable> variables) {

    /**
     * A value that differs.
     *
     * @param name of small letters, digits and underscores, different from all others of the text
     * @param values one for each device, in their order
     */
    public record Variable(String name, List<String> values) {}
}
