package io.safestep.core.platform.form;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What only structured configurations ask of a form.
 *
 * @param keyLeaves names of the leaves whose values follow the first word of the line
 * @param presence whether a container means something without nodes beneath it (RFC 7950, section 7.5.1)
 * @param module the namespace (XML) or module (JSON) of the element; null for that of the element around it
 */
public record StructuredForm(
        List<String> keyLeaves, boolean presence, @Nullable String module) {

    static final StructuredForm PLAIN = new StructuredForm(List.of(), false, null);

    public StructuredForm {
        keyLeaves = List.copyOf(keyLeaves);
    }
}
