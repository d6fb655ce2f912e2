package io.safestep.core.platform;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What only structured configurations ask of a form.
 *
 * @param keyLeaves names of the leaves whose values follow the first word of the line
 * @param module the namespace (XML) or module (JSON) of the element; null for that of the element around it
 */
record StructuredForm(List<String> keyLeaves, @Nullable String module) {

    static final StructuredForm PLAIN = new StructuredForm(List.of(), null);

    StructuredForm {
        keyLeaves = List.copyOf(keyLeaves);
    }
}
