package io.safestep.app.problem;

import io.swagger.v3.oas.annotations.media.Schema;

/**
 * What is wrong with one field of a request.
 *
 * @param field its path, for example {@code targets[0].lines}
 * @param line for a field of several lines, which one, counted from 1; 0 for the field as a whole
 * @param message a sentence
 */
@Schema(name = "FieldError")
public record FieldError(String field, int line, String message) {

    public static FieldError of(String field, String message) {
        return new FieldError(field, 0, message);
    }
}
