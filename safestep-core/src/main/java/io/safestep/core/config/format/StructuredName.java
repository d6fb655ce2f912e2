package io.safestep.core.config.format;

import io.safestep.core.platform.form.StructuredElement;
import io.safestep.core.platform.language.Language;
import io.safestep.core.platform.text.Format;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What a node of a structured configuration is called in the device's own notation.
 *
 * <p>Lines name a node that a form describes by the first word of that form. Another one has its own name, in front of it
 * its module where that is not the one of the node around: {@code {urn:tide}level} in XML, {@code tide:level} in JSON. An
 * entry of a list that no form describes is told from its siblings by what seems to be its key, as in {@code
 * server[name=quay]}, or by its number.
 *
 * @param local the name without a module
 * @param module its namespace (XML) or module (JSON); null when it is not known
 */
record StructuredName(String local, @Nullable String module) {

    /** The name behind a word of a line. */
    static StructuredName of(Language language, String block, String word, @Nullable String moduleAround) {
        Optional<StructuredElement> element = language.element(block, word);
        if (element.isPresent()) {
            String module = element.get().module();
            return new StructuredName(element.get().name(), module == null ? moduleAround : module);
        }
        String plain = word.indexOf('[') < 0 ? word : word.substring(0, word.indexOf('['));
        int end = plain.startsWith("{") ? plain.indexOf('}') : -1;
        if (end > 0) {
            return new StructuredName(plain.substring(end + 1), plain.substring(1, end));
        }
        int colon = language.format() == Format.JSON ? plain.indexOf(':') : -1;
        return colon < 0
                ? new StructuredName(plain, moduleAround)
                : new StructuredName(plain.substring(colon + 1), plain.substring(0, colon));
    }

    /** The word by which lines name a node that no form describes. */
    String word(Language language, String block, @Nullable String moduleAround) {
        boolean elsewhere = module != null && !module.equals(moduleAround);
        // A plain name would be taken for that of a form.
        if (!elsewhere && language.element(block, local).isEmpty() || module == null) {
            return local;
        }
        return language.format() == Format.JSON ? module + ":" + local : "{" + module + "}" + local;
    }

    /** The name as JSON writes it, with its module where that is not the one of the node around (RFC 7951, section 4). */
    String qualified(@Nullable String moduleAround) {
        return module == null || module.equals(moduleAround) ? local : module + ":" + local;
    }
}
