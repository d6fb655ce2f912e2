package io.safestep.app.template;

import io.safestep.core.template.Template;
import io.safestep.core.template.Variable;
import io.safestep.core.template.VariableType;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a template says, as it comes over HTTP.
 *
 * @param text lines in the syntax of Jinja
 * @param undo the way back where it can't be derived; empty otherwise
 */
public record TemplateContent(
        @NotNull @Size(max = 200_000, message = "At most 200,000 characters.")
        String text,

        @NotNull @Size(max = 200_000, message = "At most 200,000 characters.")
        String undo,

        @NotNull @Valid @Size(max = 60, message = "At most 60 variables.")
        List<VariableRequest> variables) {

    /** As {@link Variable}. */
    public record VariableRequest(
            @NotBlank(message = "Give the variable a name.") @Size(max = 40, message = "At most 40 characters.")
            String name,

            @NotNull(message = "Choose a type.") VariableType type,

            @NotNull @Size(max = 200, message = "At most 200 characters.")
            String description,

            @NotNull @Size(max = 400, message = "At most 400 characters.")
            String preset,

            boolean required,

            @NotNull @Size(max = 200, message = "At most 200 characters.")
            String pattern,

            @NotNull @Size(max = 100, message = "At most 100 choices.")
            List<@NotBlank @Size(max = 100) String> choices,

            @Nullable Long least,
            @Nullable Long most,
            @NotNull @Size(max = 60) String pool) {

        Variable variable() {
            return new Variable(
                    name.strip(),
                    type,
                    description.strip(),
                    preset.strip(),
                    required,
                    pattern,
                    choices,
                    least,
                    most,
                    pool.strip());
        }
    }

    public Template template() {
        return new Template(
                text, undo, variables.stream().map(VariableRequest::variable).toList());
    }
}
