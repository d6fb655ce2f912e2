package io.safestep.core.template;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A variable of a template.
 *
 * @param name small letters, digits and underscores, as it stands in the text
 * @param description what to enter, for the person who fills it in; may be empty
 * @param preset the value when none is given; empty for none
 * @param required whether a value has to be there; an optional one without value is an empty text
 * @param pattern for {@link VariableType#TEXT}: a regular expression (RE2 syntax) for the whole value; empty for any
 * @param choices for {@link VariableType#CHOICE}: the words
 * @param least for {@link VariableType#NUMBER}: the smallest value; null for any
 * @param most for {@link VariableType#NUMBER}: the largest value; null for any
 * @param pool name of the pool from which the next free value can be had; empty for none
 */
public record Variable(
        String name,
        VariableType type,
        String description,
        String preset,
        boolean required,
        String pattern,
        List<String> choices,
        @Nullable Long least,
        @Nullable Long most,
        String pool) {

    public Variable {
        choices = List.copyOf(choices);
    }

    /** A required variable without anything special. */
    public static Variable required(String name, VariableType type) {
        return new Variable(name, type, "", "", true, "", List.of(), null, null, "");
    }

    public boolean holdsSecret() {
        return type == VariableType.SECRET;
    }

    /** The value that counts when somebody gave this one. */
    public String effective(@Nullable String given) {
        return given == null || given.isBlank() ? preset : given.strip();
    }
}
