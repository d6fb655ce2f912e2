package io.safestep.core.template;

import java.util.List;

/**
 * Lines with variables, in the syntax of Jinja.
 *
 * @param text what is asked of a device
 * @param undo the way back, for lines whose way back can't be derived; empty otherwise
 */
public record Template(String text, String undo, List<Variable> variables) {

    public Template {
        variables = List.copyOf(variables);
    }
}
