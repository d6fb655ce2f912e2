package io.safestep.core.template;

import org.jspecify.annotations.Nullable;

/**
 * What is wrong with a template, or with the values for it.
 *
 * @param part where
 * @param line which line of that part, counted from 1; 0 for none
 * @param variable the variable that it is about; null for none
 * @param sentence what is wrong, and what to do
 */
public record TemplateProblem(Part part, int line, @Nullable String variable, String sentence) {

    public enum Part {
        TEXT,
        UNDO,
        /** The list of variables. */
        VARIABLES,
        /** The values that somebody gave. */
        VALUES
    }

    static TemplateProblem variable(String name, String sentence) {
        return new TemplateProblem(Part.VARIABLES, 0, name, sentence);
    }

    static TemplateProblem value(String name, String sentence) {
        return new TemplateProblem(Part.VALUES, 0, name, sentence);
    }
}
